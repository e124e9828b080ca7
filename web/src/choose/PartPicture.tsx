import { useTheme } from "styled-components";

/** A small picture of a part. */
export function PartPicture({ id }: { id: string }) {
  const theme = useTheme();
  const ink = { stroke: theme.text, fill: "none", strokeWidth: 1.6, strokeLinejoin: "round" as const };
  const copper = { ...ink, stroke: theme.carriesCurrent, strokeWidth: 2.6, strokeLinecap: "round" as const };
  const magnets = (
    <>
      <path d="M5 11h24v6H5zM5 17h24v6H5z" {...ink} />
      <path d="M9 17l4-6M15 17l4-6M21 17l4-6" {...ink} strokeWidth={1} />
    </>
  );
  const pictures: Record<string, React.ReactNode> = {
    battery: <path d="M11 7h12v21H11zM15 4h4v3h-4z" {...ink} />,
    front: magnets,
    rear: magnets,
    magnets,
    wire: <path d="M23 21a8.5 8.5 0 1 0-5 3.400M23 21l5 5" {...copper} />,
    shape: <path d="M17 27M12 27l-4-1q4-8 1-14q0-8 8-7q8-1 8 7q-3 6 1 14l-4 1" {...copper} />,
    contacts: (
      <>
        <path d="M17 5v13M12 14l5 6 5-6" {...copper} />
        <path d="M7 25h20" {...ink} />
      </>
    ),
    coil: (
      <>
        <circle cx={17} cy={17} r={8.5} {...copper} />
        <circle cx={17} cy={17} r={6} {...copper} strokeWidth={1.2} />
        <path d="M2 17H8.5M25.5 17H32" {...copper} />
      </>
    ),
    leads: (
      <>
        <circle cx={17} cy={17} r={9} {...ink} strokeWidth={3} />
        <path d="M8 17A9 9 0 0 1 26 17" {...copper} strokeWidth={4} strokeLinecap="butt" />
        <path d="M13 29l4 3 4-3" {...ink} />
      </>
    ),
    supports: (
      <>
        <path d="M8 28V10l-3-4M8 10l3-4M26 28V10l-3-4M26 10l3-4M4 28h26" {...ink} />
        <path d="M8 10H26" {...copper} />
      </>
    ),
    shaft: (
      <>
        <path d="M3 17H31" {...copper} />
        <path d="M17 8v18M13 8h8v5h-8zM13 21h8v5h-8z" {...ink} />
      </>
    ),
    sheet: <path d="M3 23L11 12H31L23 23ZM3 23q3 4 7 0" {...copper} strokeWidth={1.8} />,
    track: (
      <>
        {[5, 9, 13, 17, 21, 25, 29].map((x) => (
          <path key={x} d={`M${x} 9a2.5 8 0 0 1 0 16`} {...copper} strokeWidth={1.8} />
        ))}
      </>
    ),
    screw: <path d="M11 29h12v-4H11zM14.500 25V12L17 5l2.500 7V25" {...ink} />,
    lead: (
      <>
        <path d="M9 6V20Q9 25 18 24" {...copper} />
        <path d="M19 20h11v8H19z" {...ink} />
      </>
    ),
    flag: <path d="M10 30V5M10 7h16v9H10" {...ink} />,
    core: <path d="M4 13h26v8H4zM17 13v8" {...ink} />,
    winding: (
      <>
        <path d="M3 14h28v6H3z" {...ink} />
        {[7, 11, 15, 19, 23, 27].map((x) => (
          <path key={x} d={`M${x - 1.5} 23L${x + 1.5} 11`} {...copper} strokeWidth={2} />
        ))}
      </>
    ),
    commutator: (
      <>
        <path d="M9 14a9 9 0 0 1 16 0M25 20a9 9 0 0 1-16 0" {...copper} />
        <path d="M4 9v14M30 11v14" {...ink} />
      </>
    ),
    plan: <path d="M4 27C10 27 10 10 18 9S27 14 30 9" {...copper} />,
    bench: (
      <>
        <path d="M4 12h26M8 12v15M26 12v15" {...ink} />
        <path d="M12 12V7h8v5" {...ink} />
      </>
    ),
  };
  return (
    <svg width="34" height="34" viewBox="0 0 34 34" aria-hidden>
      {pictures[id]}
    </svg>
  );
}
