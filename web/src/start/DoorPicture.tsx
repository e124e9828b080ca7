import { useTheme } from "styled-components";

export type Door = "parts" | "class" | "dead";

/** What a door leads to, drawn in lines: a box of parts, tables of a class, a coil that hangs still. */
export function DoorPicture({ door }: { door: Door }) {
  const theme = useTheme();
  const line = { fill: "none", stroke: theme.text, strokeWidth: 2 };
  const copper = { fill: "none", stroke: theme.carriesCurrent, strokeWidth: 3 };
  return (
    <svg viewBox="0 0 200 120" width="100%" height="190" aria-hidden>
      {door === "parts" && (
        <>
          <path d="M30 50 V105 H170 V50" {...line} />
          <path d="M76 50 V105 M124 50 V105" stroke={theme.rule} strokeWidth={2} />
          <g {...line}>
            <rect x="42" y="62" width="22" height="38" />
            <path d="M48 62 v-6 h10 v6" />
          </g>
          <circle cx="100" cy="80" r="17" {...copper} />
          <circle cx="100" cy="80" r="12" {...copper} />
          {[0, 1, 2].map((at) => (
            <rect key={at} x="134" y={66 + 12 * at} width="26" height="9" {...line} fill={theme.raised} />
          ))}
          <path d="M20 50 H180" {...line} />
        </>
      )}
      {door === "class" &&
        Array.from({ length: 12 }, (_, at) => {
          const [x, y] = [34 + 44 * (at % 4), 30 + 32 * Math.floor(at / 4)];
          return (
            <g key={at}>
              <rect x={x - 15} y={y} width="30" height="10" {...line} />
              <circle cx={x} cy={y - 8} r="6" {...copper} stroke={at < 9 ? theme.carriesCurrent : theme.rule} />
            </g>
          );
        })}
      {door === "dead" && (
        <>
          <path d="M62 108 V46 M138 108 V46 M40 108 H160" {...line} />
          <path d="M46 50 H82 M118 50 H154" {...copper} />
          <ellipse cx="100" cy="58" rx="18" ry="30" {...copper} />
          <text x="178" y="52" textAnchor="middle" fontSize="44" fontWeight="650" fill={theme.stateText.fails}>
            ?
          </text>
        </>
      )}
    </svg>
  );
}
