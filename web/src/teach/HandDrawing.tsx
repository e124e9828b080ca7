import { useTheme } from "styled-components";
import type { Explanation } from "../api/client";

/**
 * The hand of the chosen rule, palm toward the viewer: first finger up, thumb to its side, middle finger
 * (or the palm) toward the viewer. A right hand's thumb then points right, a left hand's left.
 */
export function HandDrawing({ explanation }: { explanation: Explanation }) {
  const theme = useTheme();
  const side = explanation.hand === "right" ? 1 : -1;
  const flat = explanation.pointers.some((pointer) => pointer.part_of_hand === "palm");
  const label = (part: string) => explanation.pointers.find((pointer) => pointer.part_of_hand === part);
  const up = label(flat ? "fingers" : "first finger");
  const out = label(flat ? "palm" : "middle finger");
  const thumb = label("thumb");
  const limb = { fill: "none", stroke: theme.can, strokeWidth: 17, strokeLinecap: "round" as const };
  const edge = { ...limb, stroke: theme.text, strokeWidth: 20 };
  const limbs = flat
    ? ["M-18 0V-62", "M-6 -4V-72", "M6 -4V-72", "M18 0V-60", "M22 16L52 2"]
    : ["M14 -4V-70", "M-8 6L-12 -18", "M-18 12L-22 -8", "M22 16L60 8"];
  const words = (pointer: typeof up) => (pointer ? `${pointer.part_of_hand}: ${pointer.what}` : "");
  return (
    <svg
      viewBox="-160 -112 320 190"
      width="320"
      height="190"
      role="img"
      aria-label={`${explanation.hand} hand, ${explanation.rule}: ${explanation.pointers
        .map((pointer) => `${pointer.part_of_hand} along the ${pointer.what}, ${pointer.words}`)
        .join("; ")}`}
    >
      <g transform={`scale(${side} 1)`}>
        {limbs.map((d) => (
          <path key={`e${d}`} d={d} {...edge} />
        ))}
        <path
          d="M-26 -4C-30 20 -26 46 -20 70H20C26 50 36 30 26 2Z"
          fill={theme.can}
          stroke={theme.text}
          strokeWidth={1.5}
        />
        {limbs.map((d) => (
          <path key={d} d={d} {...limb} />
        ))}
        <path d="M-24 4C-27 22 -24 44 -19 66H19C24 48 32 30 24 6Z" fill={theme.can} />
        <g fill={theme.sheet} stroke={theme.action} strokeWidth={2}>
          <circle cx={0} cy={22} r={9} />
          <circle cx={0} cy={22} r={2.4} fill={theme.action} />
        </g>
      </g>
      <g fontSize="0.75rem" fill={theme.text}>
        <text x={0} y={-98} textAnchor="middle">
          {words(up)}
        </text>
        <text x={0} y={-86} textAnchor="middle" fontWeight={700}>
          {up?.words}
        </text>
        <text x={side * 62} y={-14} textAnchor={side > 0 ? "start" : "end"}>
          {thumb?.part_of_hand}:
        </text>
        <text x={side * 62} y={0} textAnchor={side > 0 ? "start" : "end"}>
          {thumb?.what}
        </text>
        <text x={side * 74} y={16} textAnchor={side > 0 ? "start" : "end"} fontWeight={700}>
          {thumb?.words}
        </text>
        <text x={side * -34} y={30} textAnchor={side > 0 ? "end" : "start"}>
          {out?.part_of_hand}: {out?.what}
        </text>
        <text x={side * -34} y={44} textAnchor={side > 0 ? "end" : "start"} fontWeight={700}>
          {out?.words}
        </text>
      </g>
    </svg>
  );
}
