import { useEffect, useState } from "react";

const FRAME = 1000 / 24; // ms

/** Seconds that go on while the page is looked at; with reduced motion they stand. */
export function useClock(): number {
  const [seconds, setSeconds] = useState(1.1);
  useEffect(() => {
    if (window.matchMedia("(prefers-reduced-motion: reduce)").matches) return;
    const begun = performance.now();
    const timer = window.setInterval(() => setSeconds((performance.now() - begun) / 1000), FRAME);
    return () => window.clearInterval(timer);
  }, []);
  return seconds;
}
