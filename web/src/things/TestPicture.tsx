import type { ReactNode } from "react";
import { useTheme } from "styled-components";

/** How a test is done, as a small drawing; nothing for those that need none. */
export function TestPicture({ thing, aid }: { thing: string; aid: string }) {
  const theme = useTheme();
  const wire = theme.carriesCurrent;
  const ink = theme.text;
  const pictures: Record<string, ReactNode> = {
    "wire wraps": (
      <>
        <path d="M10 46H190l10 8-10 8H10z" />
        {[...Array(14).keys()].map((turn) => (
          <path key={turn} d={`M${60 + 6 * turn} 42v24`} stroke={wire} strokeWidth={5} />
        ))}
        <Rule y={84} from={57} to={141} />
      </>
    ),
    "wire ohms": (
      <>
        <path d="M50 30C90 0 130 60 176 30" stroke={wire} strokeWidth={3} />
        <Meter x={90} word="Ω" />
        <path d="M98 62C70 60 50 50 50 30M122 62c40 0 54-12 54-32" />
      </>
    ),
    "wire grams": (
      <>
        <path d="M60 84h92v-14H60zM72 70l10-14h48l10 14" />
        <ellipse cx={106} cy={44} rx={26} ry={9} stroke={wire} strokeWidth={3} />
        <ellipse cx={106} cy={40} rx={26} ry={9} stroke={wire} strokeWidth={3} />
        <text x={106} y={81} fill={ink} stroke="none">
          g
        </text>
      </>
    ),
    "wire skin": <Probes over={<path d="M30 30H182" stroke={wire} strokeWidth={4} />} />,
    "magnet skin": (
      <Probes over={<rect x={76} y={18} width={60} height={24} fill={theme.raised} stroke={ink} strokeWidth={2} />} />
    ),
    "magnet compass": (
      <>
        <circle cx={44} cy={48} r={28} />
        <path d="M44 48l17-17-11 23zM44 48L27 65l11-23z" fill={ink} />
        <path d="M44 14v-8M40 10l4-6 4 6" />
        <Rule y={60} from={44} to={168} />
        <rect x={168} y={34} width={16} height={28} fill={theme.raised} stroke={ink} strokeWidth={2} />
      </>
    ),
    "magnet lifts": (
      <>
        <rect x={60} y={6} width={92} height={16} fill={ink} stroke="none" />
        <rect x={92} y={22} width={28} height={16} fill={theme.raised} stroke={ink} strokeWidth={2} />
        <path d="M106 38v14M84 58h44l-6 32H90zM106 52L84 58M106 52l22 6" />
      </>
    ),
    "magnet hole": (
      <>
        <circle cx={106} cy={38} r={30} fill={theme.raised} stroke={ink} strokeWidth={2} />
        <circle cx={106} cy={38} r={12} fill={theme.sheet} />
        <Rule y={84} from={94} to={118} />
      </>
    ),
    "magnet two": (
      <>
        <rect x={72} y={40} width={68} height={16} fill={theme.raised} stroke={ink} strokeWidth={2} />
        <rect x={72} y={58} width={68} height={16} fill={theme.raised} stroke={ink} strokeWidth={2} />
        <path d="M64 30c10-18 74-18 84 0M140 20l8 10-13 1" />
      </>
    ),
    "magnet needle": (
      <>
        <circle cx={60} cy={48} r={28} />
        <path d="M40 48h20v-6l26 6-26 6v-6z" fill={ink} />
        <rect x={128} y={32} width={18} height={32} fill={theme.raised} stroke={ink} strokeWidth={2} />
        <path d="M126 42l6 6-6 6" stroke={wire} strokeWidth={3} />
      </>
    ),
    "magnet known": (
      <>
        <rect x={40} y={32} width={22} height={32} fill={theme.raised} stroke={ink} strokeWidth={2} />
        <text x={51} y={53} textAnchor="middle" fill={ink} stroke="none">
          N
        </text>
        <path d="M74 48h26M92 42l8 6-8 6M138 48h-26M120 42l-8 6 8 6" />
        <rect x={148} y={32} width={18} height={32} fill={theme.raised} stroke={ink} strokeWidth={2} />
      </>
    ),
    "magnet motor": (
      <>
        <path d="M76 22c0-14 60-14 60 0v34c0 10-60 10-60 0z" stroke={wire} strokeWidth={3} />
        <rect x={94} y={18} width={24} height={44} />
        <rect x={90} y={64} width={32} height={14} fill={theme.raised} stroke={ink} strokeWidth={2} />
        <path d="M60 86c20 10 72 10 92 0M144 80l8 6-9 5" />
      </>
    ),
    "magnet paper": (
      <>
        <rect x={92} y={10} width={28} height={18} fill={theme.raised} stroke={ink} strokeWidth={2} />
        {[0, 4, 8, 12].map((sheet) => (
          <path key={sheet} d={`M50 ${32 + sheet}h112`} />
        ))}
        <rect x={84} y={48} width={44} height={26} fill={ink} stroke="none" />
      </>
    ),
    "cell open": (
      <>
        <Cell y={26} />
        <Meter x={90} word="V" />
        <path d="M98 66C50 66 30 50 44 26M122 66c50 0 62-14 48-40" />
      </>
    ),
    "cell load": (
      <>
        <Cell y={50} />
        <path d="M44 50V16h38l4-6 8 12 8-12 8 12 8-12 8 12 4-6h40v34" />
        <Meter x={90} word="V" />
        <path d="M98 78C40 84 36 70 44 56M122 78c56 6 58-10 48-22" />
      </>
    ),
    "holder drop": (
      <>
        <path d="M30 24h152v32H30z" />
        <Cell y={40} />
        <Meter x={90} word="mV" />
        <path d="M98 78C30 84 20 60 30 40M122 78C60 70 50 60 44 46" />
      </>
    ),
  };
  const drawn = pictures[`${thing} ${aid}`];
  if (!drawn) return null;
  return (
    <svg
      width={212}
      height={96}
      viewBox="0 0 212 96"
      fill="none"
      stroke={ink}
      strokeWidth={1.6}
      textAnchor="middle"
      fontSize={12}
      role="presentation"
    >
      {drawn}
    </svg>
  );
}

function Rule({ y, from, to }: { y: number; from: number; to: number }) {
  const theme = useTheme();
  const marks = [...Array(Math.floor((to - from) / 6) + 1).keys()];
  return (
    <g stroke={theme.quiet}>
      <path d={`M${from} ${y}H${to}`} />
      {marks.map((mark) => (
        <path key={mark} d={`M${from + 6 * mark} ${y}v${mark % 5 ? 4 : 8}`} />
      ))}
    </g>
  );
}

function Meter({ x, word }: { x: number; word: string }) {
  const theme = useTheme();
  return (
    <g>
      <rect x={x} y={58} width={40} height={34} rx={3} fill={theme.raised} />
      <text x={x + 20} y={79} fill={theme.text} stroke="none">
        {word}
      </text>
    </g>
  );
}

function Probes({ over }: { over: ReactNode }) {
  return (
    <>
      {over}
      <Meter x={86} word="Ω" />
      <path d="M90 62C70 60 84 44 88 30M122 62c20-2 6-18 2-32" />
    </>
  );
}

function Cell({ y }: { y: number }) {
  const theme = useTheme();
  return (
    <g>
      <rect x={44} y={y - 12} width={120} height={24} fill={theme.raised} />
      <rect x={164} y={y - 5} width={6} height={10} fill={theme.text} />
      <text x={150} y={y + 4} fill={theme.text} stroke="none">
        +
      </text>
    </g>
  );
}
