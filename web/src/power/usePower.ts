import { useEffect, useState, useSyncExternalStore } from "react";

/** The clock of the power: it goes on across stages, reloads and tabs until it is stopped. */
export interface Power {
  /** Which motor has the power, and how it is called. */
  id: string;
  title: string;
  /** When it went on, ms; for how many seconds it may stay on, and how many it needs to cool. */
  start: number;
  runFor: number;
  coolFor: number;
  sound: boolean;
}

export type Phase = "running" | "off" | "cooled";

const KEPT = "oakspin.power";
const TICK = 200;
const FORGOTTEN = 6 * 3600_000; // ms after which a clock that nobody stopped tells nothing any more
const listeners = new Set<() => void>();

function read(): string | null {
  try {
    return localStorage.getItem(KEPT);
  } catch {
    return null;
  }
}

function write(power: Power | null) {
  if (power) localStorage.setItem(KEPT, JSON.stringify(power));
  else localStorage.removeItem(KEPT);
  listeners.forEach((listener) => listener());
}

function listen(listener: () => void) {
  const elsewhere = (event: StorageEvent) => event.key === KEPT && listener();
  listeners.add(listener);
  window.addEventListener("storage", elsewhere);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", elsewhere);
  };
}

/** What was kept, as a clock; none where it is no clock of ours, or one that was forgotten long ago. */
export function clockIn(text: string | null, now: number): Power | null {
  try {
    const kept = JSON.parse(text ?? "null") as Power | null;
    const numbers = [kept?.start, kept?.runFor, kept?.coolFor];
    if (!kept || !numbers.every((value) => typeof value === "number" && Number.isFinite(value))) return null;
    return now - kept.start < FORGOTTEN ? kept : null;
  } catch {
    return null;
  }
}

/** Where a clock stands: whether the power is on, must go, or has been off long enough; and seconds left of that. */
export function phaseAt(power: Power, now: number): { phase: Phase; left: number } {
  const seconds = Math.max(0, now - power.start) / 1000;
  if (seconds < power.runFor) return { phase: "running", left: power.runFor - seconds };
  const cooling = power.runFor + power.coolFor - seconds;
  return cooling > 0 ? { phase: "off", left: cooling } : { phase: "cooled", left: 0 };
}

/** The clock of the power as it stands now, in every tab alike. */
export function usePower() {
  const text = useSyncExternalStore(listen, read);
  const [now, setNow] = useState(() => Date.now());
  const power = clockIn(text, now);
  const going = power !== null;
  useEffect(() => {
    if (!going) return;
    const tick = () => setNow(Date.now());
    tick();
    const timer = window.setInterval(tick, TICK);
    return () => window.clearInterval(timer);
  }, [going, text]);
  return {
    power,
    ...(power ? phaseAt(power, now) : { phase: null, left: 0 }),
    begin: (started: Omit<Power, "start">) => write({ ...started, start: Date.now() }),
    stop: () => write(null),
    withSound: (sound: boolean) => power && write({ ...power, sound }),
  };
}
