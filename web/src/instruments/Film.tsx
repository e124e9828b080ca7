import { useEffect, useRef, useState, type PointerEvent } from "react";
import { useMove } from "react-aria";
import { FileTrigger } from "react-aria-components";
import styled from "styled-components";
import type { Design } from "../api/client";
import { EntryField } from "../parts/EntryField";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow } from "../theme/stage";
import { readMeasure } from "../units";
import { brightnessTable, opened, stopped, watched, type Square } from "./capture";
import { Found, type Keep, type Take } from "./Found";
import { useReading } from "./useReading";

const CAMERA_S = 4;
const FILE_S = 20;
const SIDES = [0.05, 0.1, 0.2, 0.35];
const STEP = 0.02;
type Source = { camera: MediaStream } | { file: string };

/** Turns by light: a mark on the motor passes a square on a film or before the camera. */
export function Film({ design, take, keep }: { design: Design; take: Take; keep: Keep }) {
  const reading = useReading(design);
  const [source, setSource] = useState<Source | null>(null);
  const [square, setSquare] = useState<Square>({ x: 0.5, y: 0.5, side: SIDES[1]! });
  const [rate, setRate] = useState("");
  const [left, setLeft] = useState<number | null>(null);
  const [asking, setAsking] = useState(false);
  const film = useRef<HTMLVideoElement>(null);
  const now = useRef(square);
  useEffect(() => {
    now.current = square;
  }, [square]);
  useEffect(() => {
    if (!source) return;
    const shown = film.current!;
    if ("camera" in source) {
      shown.srcObject = source.camera;
      void shown.play().catch(() => undefined);
      return () => stopped(source.camera);
    }
    shown.src = source.file;
    return () => {
      shown.removeAttribute("src");
      URL.revokeObjectURL(source.file);
    };
  }, [source]);
  const camera = async () => {
    setAsking(true);
    try {
      setSource({ camera: await opened("video") });
      reading.fail("");
    } catch (error) {
      reading.fail((error as Error).message);
    } finally {
      setAsking(false);
    }
  };
  const slow = rate.trim() ? readMeasure(rate, "") : null;
  const wrongRate = rate.trim() !== "" && (slow === null || slow < 1);
  const count = () =>
    reading.read(async () => {
      const shown = film.current!;
      const seconds = source && "camera" in source ? CAMERA_S : FILE_S;
      setLeft(seconds);
      if (source && "file" in source) shown.currentTime = 0;
      try {
        return brightnessTable(await watched(shown, () => now.current, seconds, setLeft), slow);
      } finally {
        setLeft(null);
        if (source && "file" in source) shown.pause();
      }
    });
  const move = (x: number, y: number) => setSquare((before) => ({ ...before, x: within(x), y: within(y) }));
  const { moveProps } = useMove({
    onMove({ pointerType, deltaX, deltaY }) {
      const box = film.current!.getBoundingClientRect();
      const by =
        pointerType === "keyboard" ? [STEP * deltaX, STEP * deltaY] : [deltaX / box.width, deltaY / box.height];
      setSquare((before) => ({ ...before, x: within(before.x + by[0]!), y: within(before.y + by[1]!) }));
    },
  });
  const put = (event: PointerEvent<HTMLVideoElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    move((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
  };
  return (
    <section aria-label="Film">
      <ToolRow>
        <FileTrigger
          acceptedFileTypes={["video/*"]}
          onSelect={(files) => files?.[0] && setSource({ file: URL.createObjectURL(files[0]) })}
        >
          <PlainButton>Choose a film</PlainButton>
        </FileTrigger>
        {!(source && "camera" in source) && <PlainButton onPress={() => void camera()}>Use the camera</PlainButton>}
        <Quiet role="status">
          {asking
            ? "Asking for the camera …"
            : left !== null
              ? `Watching … ${left} s`
              : reading.busy
                ? "Reading it …"
                : "Stick a dark mark on the motor. The square goes where the mark passes."}
        </Quiet>
      </ToolRow>
      {source && (
        <>
          <Picture>
            <video
              ref={film}
              muted
              playsInline
              preload="auto"
              onPointerDown={put}
              onError={() => reading.fail("This film cannot be shown here. Save it as MP4 or WebM.")}
            />
            <Mark
              {...moveProps}
              tabIndex={0}
              role="img"
              aria-label={`Square at ${percent(square.x)} across and ${percent(square.y)} down; move it with the arrow keys`}
              style={{
                left: `${100 * square.x}%`,
                top: `${100 * square.y}%`,
                height: `${100 * square.side}%`,
              }}
            />
          </Picture>
          <ToolRow>
            <MainButton onPress={() => void count()} isDisabled={reading.busy || wrongRate}>
              Count the turns
            </MainButton>
            <PlainButton onPress={() => setSquare((before) => ({ ...before, side: nextSide(before.side) }))}>
              Another size of square
            </PlainButton>
          </ToolRow>
          {"file" in source && (
            <EntryField
              label="Frames a second, if filmed in slow motion"
              value={rate}
              onChange={setRate}
              error={wrongRate ? "A number such as 240." : undefined}
            />
          )}
        </>
      )}
      <Found reading={reading} take={take} keep={keep} />
    </section>
  );
}

const within = (share: number) => Math.min(Math.max(share, 0.02), 0.98);
const percent = (share: number) => `${Math.round(100 * share)} %`;
const nextSide = (side: number) => SIDES[(SIDES.indexOf(side) + 1) % SIDES.length]!;

const Picture = styled.div`
  position: relative;
  width: fit-content;
  max-width: 100%;
  video {
    display: block;
    max-width: 100%;
    max-height: 320px;
    min-height: 120px;
  }
`;
const Mark = styled.div`
  position: absolute;
  aspect-ratio: 1;
  translate: -50% -50%;
  border: 2px solid #fff;
  outline: 2px solid #000;
  cursor: move;
  touch-action: none;
  &:focus-visible {
    outline: 4px solid ${({ theme }) => theme.action};
  }
`;
