import { memo, useState, type ReactNode } from "react";
import { Label, ListBox, ListBoxItem, Popover, Select, SelectValue, Button } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import { PowerBadge } from "../power/PowerBadge";
import { PlainButton } from "../theme/parts";
import { useRoom } from "../theme/RoomProvider";
import { ROOMS, type Room } from "../theme/theme";
import { HelpSheet } from "./HelpSheet";
import { Mark } from "./Mark";
import { useShortcuts } from "./shortcuts";

/** The band on top of every page; `children` are what the page adds on the right. */
export function TopBand({ children }: { children?: ReactNode }) {
  const [helping, setHelping] = useState(false);
  useShortcuts({ "?": () => setHelping(true) });
  return (
    <Band>
      <Home to="/" aria-label="Oak Spin, to the shelf">
        <Mark />
        <b>Oak Spin</b>
      </Home>
      <nav aria-label="Main">
        <NavLink to="/">Shelf</NavLink>
      </nav>
      <Right>
        <PowerBadge />
        {children}
        <RoomPicker />
        <PlainButton onPress={() => setHelping(true)} aria-label="Help and shortcuts">
          ?
        </PlainButton>
      </Right>
      <HelpSheet isOpen={helping} close={() => setHelping(false)} />
    </Band>
  );
}

const ROOM_WORD: Record<Room, string> = { light: "Light", dark: "Dark", projector: "Projector" };

const RoomPicker = memo(function RoomPicker() {
  const { room, setRoom } = useRoom();
  return (
    <Select value={room} onChange={(key) => setRoom(key as Room)} aria-label="Room">
      <Label />
      <Opener>
        <SelectValue />
      </Opener>
      <Drop placement="bottom end">
        <ListBox>
          {ROOMS.map((room) => (
            <Item key={room} id={room}>
              {ROOM_WORD[room]}
            </Item>
          ))}
        </ListBox>
      </Drop>
    </Select>
  );
});

const Band = styled.header`
  display: flex;
  align-items: center;
  gap: 20px;
  height: 52px;
  flex: none;
  padding: 0 20px;
  border-bottom: 1.5px solid ${({ theme }) => theme.text};
  @media (max-width: 640px) {
    gap: 8px;
    padding: 0 12px;
    nav,
    a b {
      display: none;
    }
  }
`;
const Home = styled(Link)`
  display: flex;
  align-items: center;
  gap: 10px;
  color: inherit;
  text-decoration: none;
  b {
    font-family: ${({ theme }) => theme.faces.title};
    font-size: 1.2rem;
  }
`;
const NavLink = styled(Link)`
  color: inherit;
  text-decoration: none;
  padding: 6px;
  &:hover {
    text-decoration: underline;
  }
`;
const Right = styled.div`
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 10px;
  font-size: 0.95rem;
`;
const Opener = styled(Button)`
  border: 0;
  background: none;
  cursor: pointer;
  color: ${({ theme }) => theme.action};
  padding: 4px 6px;
  min-height: 1.75rem;
`;
const Drop = styled(Popover)`
  background: ${({ theme }) => theme.raised};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  color: ${({ theme }) => theme.text};
  padding: 4px;
`;
const Item = styled(ListBoxItem)`
  padding: 6px 14px;
  cursor: pointer;
  &[data-focused] {
    background: ${({ theme }) => theme.actionPale};
  }
  &[data-selected] {
    font-weight: 700;
  }
`;
