import styled, { useTheme } from "styled-components";
import type { FoundDesign, Matter, SearchForm } from "../api/search";
import { Thumbnail } from "../drawing/Thumbnail";
import { useFrameSize } from "../drawing/useFrameSize";
import { drawingPlaces, figureScale, figureText, lettered, sureScale, written } from "./asking";

const LEFT = 58;
const BELOW = 44;
const ABOVE = 26;
const RIGHT = 44;
const DRAWN = 66;
const MARKS: Record<string, (r: number) => string> = {
  frame: (r) => polygon(4, r, 45),
  hanging: (r) => polygon(3, r, 180),
  cradle: (r) => `M${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`,
  lobes: (r) => polygon(4, r, 0),
  cored: (r) => polygon(6, r, 0),
  train: (r) => `M${-1.3 * r} ${-0.6 * r}h${2.6 * r}v${1.2 * r}h${-2.6 * r}z`,
  roller: (r) => polygon(3, r, 0),
};

function polygon(corners: number, r: number, turn: number): string {
  const points = Array.from({ length: corners }, (_, at) => {
    const angle = ((at * 360) / corners + turn - 90) * (Math.PI / 180);
    return `${(r * Math.cos(angle)).toFixed(2)} ${(r * Math.sin(angle)).toFixed(2)}`;
  });
  return `M${points.join("L")}z`;
}

interface Props {
  found: FoundDesign[];
  matter: Matter;
  form: SearchForm;
  chosen: FoundDesign | null;
  choose: (each: FoundDesign) => void;
}

/** The picture of choices: each design at how surely it goes, and at what matters most beside that. */
export function ChoicePicture({ found, matter, form, chosen, choose }: Props) {
  const theme = useTheme();
  const { frame, size } = useFrameSize({ width: 560, height: 480 });
  const { width, height } = size;
  const letters = lettered(found);
  const about = form.matters.find(({ id }) => id === matter)!;
  const sure = sureScale(found.map(({ figures }) => figures.sure ?? 0));
  const up = figureScale(found.map(({ figures }) => figures[matter] ?? 0));
  const across = (value: number) => LEFT + sure.at(value) * (width - LEFT - RIGHT);
  const down = (value: number) => height - BELOW - up.at(value) * (height - BELOW - ABOVE);
  // The short list comes first: its drawings get the room.
  const marks = [...found]
    .sort((a, b) => Number(b.short) - Number(a.short))
    .map((each) => ({ each, x: across(each.figures.sure ?? 0), y: down(each.figures[matter] ?? 0) }));
  const drawings = drawingPlaces(marks, DRAWN, { width, left: LEFT, top: 0, bottom: height - BELOW });
  const kinds = [...new Set(found.map(({ kind }) => kind))];
  return (
    <>
      <Frame ref={frame}>
        <svg width={width} height={height} role="group" aria-label="Picture of choices">
          {sure.marks.map((mark) => (
            <g key={mark}>
              <line x1={across(mark)} x2={across(mark)} y1={ABOVE} y2={height - BELOW} stroke={theme.gridStrong} />
              <text x={across(mark)} y={height - BELOW + 16} textAnchor="middle" fontSize="0.8rem" fill={theme.quiet}>
                {mark}
              </text>
            </g>
          ))}
          {up.marks.map((mark) => (
            <g key={mark}>
              <line x1={LEFT} x2={width - RIGHT} y1={down(mark)} y2={down(mark)} stroke={theme.grid} />
              <text x={LEFT - 8} y={down(mark) + 4} textAnchor="end" fontSize="0.8rem" fill={theme.quiet}>
                {written(mark)}
              </text>
            </g>
          ))}
          <text x={(LEFT + width - RIGHT) / 2} y={height - 8} textAnchor="middle" fontSize="0.85rem" fill={theme.text}>
            of 100 built this way that go →
          </text>
          <text x={LEFT - 8} y={14} fontSize="0.85rem" fill={theme.text}>
            {about.figure}
            {about.unit && `, ${about.unit}`} ↑
          </text>
          {marks.map(({ each, x, y }, at) => {
            const place = drawings[at];
            return (
              <g key={at} onClick={() => choose(each)} style={{ cursor: "pointer" }}>
                {each.drawing && place && (
                  <>
                    <line x1={x} y1={y} x2={place.x} y2={place.y} stroke={theme.rule} />
                    <g transform={`translate(${place.x - DRAWN / 2} ${place.y - DRAWN / 2})`}>
                      <Thumbnail geometry={each.drawing} width={DRAWN} height={DRAWN} />
                    </g>
                  </>
                )}
                {each === chosen && <circle cx={x} cy={y} r={11} fill="none" stroke={theme.action} strokeWidth={2} />}
                <path
                  d={MARKS[each.kind]!(6)}
                  transform={`translate(${x} ${y})`}
                  fill={each.in_front ? theme.state.holds : theme.sheet}
                  stroke={theme.state.holds}
                  strokeWidth={1.6}
                />
                {letters.has(each) && (
                  <text
                    x={x + 9}
                    y={y + 5}
                    fontSize="1rem"
                    fontWeight={700}
                    fill={theme.stateText.holds}
                    stroke={theme.ground}
                    strokeWidth={3}
                    paintOrder="stroke"
                  >
                    {letters.get(each)}
                  </text>
                )}
                <title>
                  {each.name}: goes in {written(each.figures.sure ?? 0)} of 100, {about.name.toLowerCase()}{" "}
                  {figureText(each.figures[matter] ?? 0, about.unit)}
                </title>
              </g>
            );
          })}
        </svg>
      </Frame>
      <p style={{ display: "flex", flexWrap: "wrap", gap: "2px 14px", margin: "2px 0 0", fontSize: "0.85rem" }}>
        {kinds.map((kind) => (
          <span key={kind}>
            <svg width="16" height="14" viewBox="-8 -7 16 14" aria-hidden>
              <path d={MARKS[kind]!(5)} fill={theme.state.holds} />
            </svg>{" "}
            {form.kinds.find(({ id }) => id === kind)?.name}
          </span>
        ))}
        {found.some(({ in_front }) => !in_front) && <span>hollow: others are better in all that you asked for</span>}
      </p>
    </>
  );
}

const Frame = styled.div`
  flex: 1;
  min-height: 320px;
  overflow: hidden;
  svg {
    display: block;
  }
`;
