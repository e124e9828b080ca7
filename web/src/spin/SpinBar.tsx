import styled from "styled-components";
import type { Verdict } from "../api/client";
import { PlainButton, Quiet, Unseen } from "../theme/parts";
import { rounded } from "../units";
import type { Spinning } from "./useSpin";

/** The controls of a run that is shown: stop and go, how slow, a degree at a time; and what is seen, in words. */
export function SpinBar({ spin, verdict }: { spin: Spinning; verdict: Verdict }) {
  const top = Math.abs(spin.run?.speed.at(-1) ?? 0);
  if (!spin.run) return <Quiet role="status">working out the run …</Quiet>;
  if (top === 0) return <Quiet role="status">It stays where it is. {verdict.causes[0] ?? ""}</Quiet>;
  const leaves = spin.run.leaves_at >= 0 ? ` After ${rounded(spin.run.leaves_at, 2)} s it ${verdict.leaves}.` : "";
  const slowed = spin.factor > 1 ? `Shown at 1/${rounded(spin.factor, 2)} of its speed. ` : "Shown at its true speed. ";
  const unit = verdict.travels ? "2 mm" : "1°";
  return (
    <>
      {!spin.still && (
        <>
          <PlainButton onPress={() => spin.play(!spin.playing)}>{spin.playing ? "Pause" : "Go on"}</PlainButton>
          <Pace>
            <span>true</span>
            <input
              type="range"
              aria-label="How slow"
              min={0}
              max={spin.paces.length - 1}
              value={spin.pace}
              aria-valuetext={slowed.trim()}
              onChange={(event) => spin.setPace(Number(event.target.value))}
            />
            <span>slow</span>
          </Pace>
        </>
      )}
      <PlainButton aria-label={`Back ${unit}`} onPress={() => spin.step(-1)}>
        −{unit}
      </PlainButton>
      <PlainButton aria-label={`On ${unit}`} onPress={() => spin.step(1)}>
        +{unit}
      </PlainButton>
      <Quiet role="status">
        {spin.still ? "Animation is off on this computer, so move it by hand. " : slowed}
        Reaches {rounded(top * verdict.rate_per, 2)} {verdict.rate_words}.{leaves}
        {spin.still && (
          <PlainButton onPress={spin.turnOn}>{verdict.travels ? "Move it ahead" : "Turn it an eighth"}</PlainButton>
        )}
        <Unseen>{verdict.direction}</Unseen>
      </Quiet>
    </>
  );
}

const Pace = styled.label`
  display: flex;
  align-items: center;
  gap: 5px;
  color: ${({ theme }) => theme.quiet};
  input {
    width: 110px;
    accent-color: ${({ theme }) => theme.action};
  }
`;
