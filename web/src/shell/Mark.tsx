import { useTheme } from "styled-components";

/** The mark: an acorn standing as a spinning top. */
export function Mark() {
  const theme = useTheme();
  return (
    <svg width="24" height="32" viewBox="0 0 24 32" aria-hidden>
      <path d="M11 1h2v6h-2z" fill={theme.quiet} />
      <path d="M2 13c0-6 6-7 10-7s10 1 10 7z" fill={theme.quiet} />
      <path d="M3 14h18c0 8-6 13-9 17-3-4-9-9-9-17z" fill={theme.carriesCurrent} />
    </svg>
  );
}
