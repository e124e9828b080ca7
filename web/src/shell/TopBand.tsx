import { lazy, memo, Suspense, useState, type ReactNode } from "react";
import { Link, NavLink as RouterNavLink } from "react-router";
import styled, { css } from "styled-components";
import { PowerBadge } from "../power/PowerBadge";
import { useFigures, type Telling } from "../theme/FiguresProvider";
import { narrow } from "../theme/narrow";
import { PlainButton } from "../theme/parts";
import { useRoom } from "../theme/RoomProvider";
import type { Room } from "../theme/theme";
import { BandPicker } from "./BandPicker";
import { whenIdle } from "./later";
import { Mark } from "./Mark";
import { MAIN } from "./places";
import { useShortcuts } from "./shortcuts";

const help = async () => ({ default: (await import("./HelpSheet")).HelpSheet });
const HelpSheet = lazy(help);
const commands = async () => ({ default: (await import("./CommandList")).CommandList });
const CommandList = lazy(commands);
whenIdle(help, commands);

/** The band on top of every page; `children` are what the page adds on the right. */
export function TopBand({ children }: { children?: ReactNode }) {
  const [helping, setHelping] = useState(false);
  const [going, setGoing] = useState(false);
  useShortcuts({ "?": () => setHelping(true), g: () => setGoing(true) });
  return (
    <Band>
      <Home to="/" aria-label="Oak Spin, to the start">
        <Mark />
        <b>Oak Spin</b>
      </Home>
      <Nav aria-label="Main">
        {MAIN.map(({ to, name }) => (
          <NavLink key={to} to={to} end={to === "/"}>
            {name}
          </NavLink>
        ))}
      </Nav>
      <Right>
        <PowerBadge />
        {children}
        <Pickers />
        <PlainButton onPress={() => setGoing(true)} aria-label="Go to a place, a motor, a class">
          Go to
        </PlainButton>
        <PlainButton onPress={() => setHelping(true)} aria-label="Help and shortcuts">
          ?
        </PlainButton>
      </Right>
      {going && (
        <Suspense>
          <CommandList isOpen close={() => setGoing(false)} />
        </Suspense>
      )}
      {helping && (
        <Suspense>
          <HelpSheet isOpen close={() => setHelping(false)} />
        </Suspense>
      )}
    </Band>
  );
}

const ROOM_WORD: Record<Room, string> = { light: "Light", dark: "Dark", projector: "Projector" };
const TELLING_WORD: Record<Telling, string> = { plain: "Plain words", exact: "Exact figures" };

const Pickers = memo(function Pickers() {
  const { room, setRoom } = useRoom();
  const { telling, setTelling } = useFigures();
  return (
    <>
      <BandPicker label="How figures are shown" value={telling} words={TELLING_WORD} onChange={setTelling} />
      <BandPicker label="Room" value={room} words={ROOM_WORD} onChange={setRoom} />
    </>
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
  ${narrow(css`
    height: auto;
    min-height: 52px;
    flex-wrap: wrap;
    gap: 2px 10px;
    padding: 2px 12px;
    a b {
      display: none;
    }
  `)}
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
const Nav = styled.nav`
  display: flex;
  flex-wrap: wrap;
  min-width: 0;
`;
const NavLink = styled(RouterNavLink)`
  color: inherit;
  text-decoration: none;
  padding: 6px;
  &:hover {
    text-decoration: underline;
  }
  &[aria-current] {
    font-weight: 650;
    box-shadow: 0 2px 0 ${({ theme }) => theme.carriesCurrent};
  }
`;
const Right = styled.div`
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  font-size: 0.95rem;
`;
