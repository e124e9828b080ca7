import { createContext, useCallback, useContext, useState, type ReactNode } from "react";
import { Unseen } from "../theme/parts";

const AnnounceContext = createContext<(text: string) => void>(() => {});

/** The one live region: what a screen reader is told when something changed by itself. */
export function Announcer({ children }: { children: ReactNode }) {
  const [text, setText] = useState("");
  const announce = useCallback((next: string) => setText(next), []);
  return (
    <AnnounceContext value={announce}>
      {children}
      <Unseen role="status" aria-live="polite" data-announcer>
        {text}
      </Unseen>
    </AnnounceContext>
  );
}

export const useAnnounce = () => useContext(AnnounceContext);
