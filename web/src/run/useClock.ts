import { useEffect, useState } from "react";

const TICK = 200;

/** Seconds since it was started; 0 while it stands. `now` moves five times a second. */
export function useClock() {
  const [start, setStart] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (start === null) return;
    const timer = window.setInterval(() => setNow(Date.now()), TICK);
    return () => window.clearInterval(timer);
  }, [start]);
  return {
    running: start !== null,
    seconds: start === null ? 0 : Math.max(0, now - start) / 1000,
    begin: () => {
      const at = Date.now();
      setNow(at);
      setStart(at);
    },
    stop: () => setStart(null),
  };
}
