import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Input, TextField, ToggleButton } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import type { ShelfMotor } from "../api/client";
import { measuredQuery, type Measured } from "../api/learning";
import { glanceQuery } from "../api/queries";
import { LinkLoop } from "../drawing/LinkLoop";
import { Thumbnail } from "../drawing/Thumbnail";
import { unitOf, useFigures } from "../theme/FiguresProvider";
import { PlainButton, Quiet } from "../theme/parts";
import { rounded } from "../units";
import type { Size } from "./arrange";
import type { ShelfActions } from "./useShelf";

interface Props {
  motor: ShelfMotor;
  /** Its place among what is shown. */
  place: number;
  size: Size;
  /** Whether its turn to be drawn has come. */
  isDrawn: boolean;
  shelf: ShelfActions;
  compared: boolean;
  compare: (compared: boolean) => void;
}

const DRAWN = { large: { width: 300, height: 290 }, small: { width: 126, height: 80 } };

/** One motor on the shelf: drawn from its own geometry, with its verdict and what can be done with it. */
export function ShelfEntry({ motor, place, size, isDrawn, shelf, compared, compare }: Props) {
  // Most are kept by the server; one that was just changed is computed when it is first seen.
  const glanceAnswer = useQuery({ ...glanceQuery(motor), enabled: motor.glance === null });
  const glance = motor.glance ?? glanceAnswer.data;
  // Asked for once the shelf can be used: it is not what anybody waits for.
  const { data: measured } = useQuery({ ...measuredQuery, enabled: isDrawn && size === "large" });
  const trials = measured?.get(motor.id);
  const [renaming, setRenaming] = useState(false);
  const { title, id } = motor;
  const named = useRef<HTMLAnchorElement>(null);
  const isBack = shelf.returned === id;
  useEffect(() => {
    if (isBack) named.current?.focus();
  }, [isBack]);
  return (
    <Entry data-size={size}>
      <Link to={`/motor/${id}`} tabIndex={-1} aria-hidden>
        <Picture $size={size}>{glance && isDrawn && <Thumbnail geometry={glance.drawing} {...DRAWN[size]} />}</Picture>
      </Link>
      <Text $size={size}>
        {renaming ? (
          <Rename
            title={title}
            done={(next) => {
              setRenaming(false);
              if (next && next !== title) shelf.rename(motor, next);
            }}
          />
        ) : (
          <h2>
            {size === "small" && glance && <LinkLoop state={glance.state} size={15} />}
            <Link to={`/motor/${id}`} ref={named} title={size === "small" ? glance?.headline : undefined}>
              {title}
            </Link>
          </h2>
        )}
        {size === "large" && (
          <>
            <Quiet>{motor.kind_name}</Quiet>
            {motor.shows && <p>{motor.shows}</p>}
            {glance && (
              <Verdict>
                <LinkLoop state={glance.state} size={24} />
                <p>{glance.headline}</p>
              </Verdict>
            )}
            {trials && <Trials measured={trials} />}
            <Actions>
              {isDrawn && (
                <>
                  <PlainButton aria-label={`Duplicate ${title}`} onPress={() => shelf.duplicate(motor)}>
                    Duplicate
                  </PlainButton>
                  <PlainButton aria-label={`Rename ${title}`} onPress={() => setRenaming(true)}>
                    Rename
                  </PlainButton>
                  <a href={`/api/shelf/${id}/file`} download aria-label={`Export ${title}`}>
                    Export
                  </a>
                  <Link to={`/motor/${id}/fix`} aria-label={`Fix it: ${title}`}>
                    Fix it
                  </Link>
                  <PlainButton aria-label={`Delete ${title}`} onPress={() => shelf.remove(motor, place)}>
                    Delete
                  </PlainButton>
                  <Compare aria-label={`Compare ${title}`} isSelected={compared} onChange={compare}>
                    Compare
                  </Compare>
                </>
              )}
            </Actions>
          </>
        )}
      </Text>
    </Entry>
  );
}

/** What trials measured beside what was predicted. */
function Trials({ measured }: { measured: Measured }) {
  const { unit, per } = unitOf(measured, useFigures().telling);
  const trials = measured.trials === 1 ? "1 trial" : `${measured.trials} trials`;
  return (
    <p data-measured>
      <b>{measured.label}</b>: predicted {rounded(measured.predicted * per, 2)}, measured{" "}
      {rounded(measured.measured * per, 2)} {unit} ({trials}
      {measured.meter && ", meter in the circuit"}). {measured.share}
    </p>
  );
}

function Rename({ title, done }: { title: string; done: (title: string | null) => void }) {
  const [text, setText] = useState(title);
  return (
    <TextField aria-label="New title" value={text} onChange={setText} maxLength={80} autoFocus>
      <TitleInput
        onBlur={() => done(text.trim())}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") done(null);
        }}
      />
    </TextField>
  );
}

const Entry = styled.li`
  display: flex;
  flex-direction: column;
  content-visibility: auto;
  contain-intrinsic-size: auto 480px;
  &[data-size="small"] {
    contain-intrinsic-size: auto 118px;
  }
`;
const Picture = styled.div<{ $size: Size }>`
  height: ${({ $size }) => ($size === "large" ? 296 : 84)}px;
  display: grid;
  place-items: end center;
  border-bottom: ${({ $size }) => ($size === "large" ? 9 : 4)}px solid ${({ theme }) => theme.quiet};
`;
const Text = styled.div<{ $size: Size }>`
  padding: ${({ $size }) => ($size === "large" ? "10px 8px 0 14px" : "3px 6px 0 4px")};
  h2 {
    font-size: ${({ $size }) => ($size === "large" ? "1.2rem" : "0.85rem")};
    ${({ $size }) =>
      $size === "small" && "display: flex; gap: 4px; align-items: center; white-space: nowrap; overflow: hidden;"}
  }
  h2 a {
    color: inherit;
    overflow: hidden;
    text-overflow: ellipsis;
    text-decoration-thickness: 1px;
    text-underline-offset: 4px;
  }
`;
const Verdict = styled.div`
  display: grid;
  grid-template-columns: 28px 1fr;
  gap: 8px;
  padding: 6px 0;
  font-size: 0.95rem;
`;
const Actions = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 0;
  margin-left: -6px;
  font-size: 0.9rem;
  a,
  button {
    padding: 0.25rem 0.33rem;
  }
  a {
    color: ${({ theme }) => theme.action};
    text-decoration: none;
    &:hover {
      text-decoration: underline;
    }
  }
`;
const Compare = styled(ToggleButton)`
  background: none;
  border: 0;
  padding: 0.25rem 0.4rem;
  min-height: 1.75rem;
  cursor: pointer;
  color: ${({ theme }) => theme.action};
  &[data-selected] {
    font-weight: 700;
    background: ${({ theme }) => theme.actionPale};
  }
`;
const TitleInput = styled(Input)`
  font-family: ${({ theme }) => theme.faces.title};
  font-size: 1.2rem;
  width: 100%;
  background: ${({ theme }) => theme.raised};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  padding: 2px 6px;
`;
