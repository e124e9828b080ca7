import { useTheme } from "styled-components";
import type { Link } from "../api/client";

/** A link of the chain: closed when it holds, nearly closed when tight, broken when it fails. */
export function LinkLoop({ state, size = 28 }: { state: Link["state"]; size?: number }) {
  const theme = useTheme();
  const line = { fill: "none", stroke: theme.state[state], strokeWidth: 3.4, strokeLinecap: "butt" as const };
  return (
    <svg width={size} height={size} viewBox="-14 -14 28 28" aria-hidden>
      {state === "holds" && <circle r={10} {...line} />}
      {state === "tight" && <path d="M3.4 -9.4A10 10 0 1 1 -3.4 -9.4" {...line} />}
      {state === "fails" && (
        <>
          <path d="M9 -4.4A10 10 0 0 0 -9.8 -2" {...line} />
          <path d="M-9 6A10 10 0 0 0 8 8" {...line} />
        </>
      )}
    </svg>
  );
}
