import { useEffect, useRef } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import { clockText } from "../run/clock";
import { beep } from "../run/sound";
import { useAnnounce } from "../shell/Announcer";
import { PlainButton } from "../theme/parts";
import { usePower, type Phase } from "./usePower";

const WORDS: Record<Phase, string> = { running: "Power on", off: "Power off now", cooled: "Cooled" };
const ANNOUNCED: Record<"off" | "cooled", string> = {
  off: "Power off now. Let it cool",
  cooled: "cool enough: ready for another run",
};

/** The clock of the power in the top band of every page, until it is stopped: it is there for safety. */
export function PowerBadge() {
  const { power, phase, left, stop } = usePower();
  const announce = useAnnounce();
  const before = useRef<Phase | null>(null);
  const sound = power?.sound ?? false;
  useEffect(() => {
    const was = before.current;
    before.current = phase;
    if (!phase || phase === was || phase === "running" || was === null) return;
    // Of several tabs the one that is looked at sounds.
    if (sound && document.visibilityState === "visible") beep(phase === "off" ? 3 : 1);
    announce(ANNOUNCED[phase]);
  }, [phase, sound, announce]);
  if (!power || !phase) return null;
  return (
    <Badge data-power={phase}>
      <Link to={`/motor/${power.id}/run`}>
        {WORDS[phase]} {phase === "cooled" ? "" : clockText(left)} · {power.title}
      </Link>
      <PlainButton onPress={stop} aria-label="Stop the clock of the power">
        Stop
      </PlainButton>
    </Badge>
  );
}

const Badge = styled.div`
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 1px 8px;
  border: 2px solid ${({ theme }) => theme.carriesCurrent};
  border-radius: 3px;
  white-space: nowrap;
  a {
    color: inherit;
    font-weight: 700;
    font-variant-numeric: tabular-nums;
    overflow: hidden;
    text-overflow: ellipsis;
    max-width: 34ch;
  }
  &[data-power="off"] {
    border-width: 4px;
    border-color: ${({ theme }) => theme.state.fails};
  }
  &[data-power="cooled"] {
    border-color: ${({ theme }) => theme.rule};
  }
`;
