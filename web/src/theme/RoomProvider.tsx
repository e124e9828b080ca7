import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import { ThemeProvider } from "styled-components";
import { ROOMS, themeFor, type Room } from "./theme";

const KEY = "oakspin.room";
const RoomContext = createContext<{ room: Room; setRoom: (room: Room) => void }>({ room: "light", setRoom: () => {} });

function firstRoom(): Room {
  const kept = localStorage.getItem(KEY) as Room | null;
  if (kept && ROOMS.includes(kept)) return kept;
  return window.matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

/** The theme of the room: light, dark or projector; kept in this browser. */
export function RoomProvider({ children }: { children: ReactNode }) {
  const [room, set] = useState<Room>(firstRoom);
  const value = useMemo(
    () => ({
      room,
      setRoom: (next: Room) => {
        localStorage.setItem(KEY, next);
        set(next);
      },
    }),
    [room],
  );
  const theme = useMemo(() => themeFor(room), [room]);
  return (
    <RoomContext value={value}>
      <ThemeProvider theme={theme}>{children}</ThemeProvider>
    </RoomContext>
  );
}

export const useRoom = () => useContext(RoomContext);
