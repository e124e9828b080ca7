import { useCallback, useEffect, useRef, useState } from "react";
import { errorLine } from "../api/client";
import { closeSource, readSource, type Heard, type Reading, type Steady } from "../api/instruments";

const EVERY = 400; // ms between two looks
const KEPT_S = 60; // s of readings that are shown

/** A source of readings that is open: what it told in the last minute, and all that it told since it was opened. */
export function useSource() {
  const [id, setId] = useState<string | null>(null);
  const [readings, setReadings] = useState<Reading[]>([]);
  const [steady, setSteady] = useState<Steady[]>([]);
  const [taken, setTaken] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState<string[]>([]);
  const [trouble, setTrouble] = useState("");
  const [simulated, setSimulated] = useState(false);
  const [opening, setOpening] = useState(false);
  const all = useRef<Reading[]>([]);

  const close = useCallback(() => {
    setId((open) => {
      if (open) void closeSource(open);
      return null;
    });
  }, []);

  const open = useCallback(
    async (opening: () => Promise<{ id: string; simulated: boolean }>) => {
      close();
      all.current = [];
      setReadings([]);
      setSteady([]);
      setTaken({});
      setWrong([]);
      setTrouble("");
      setOpening(true);
      try {
        const source = await opening();
        setSimulated(source.simulated);
        setId(source.id);
      } catch (error) {
        setTrouble(errorLine(error as Error));
      } finally {
        setOpening(false);
      }
    },
    [close],
  );

  useEffect(() => {
    if (!id) return;
    let over = false;
    let timer = 0;
    const hear = (heard: Heard) => {
      if (heard.readings.length > 0) all.current = [...all.current, ...heard.readings];
      const now = all.current.at(-1)?.seconds ?? 0;
      setReadings(all.current.filter(({ seconds }) => seconds >= now - KEPT_S));
      setSteady(heard.steady);
      setTaken(Object.fromEntries(Object.entries(heard.take).map(([field, value]) => [field, String(value)])));
      setWrong(heard.wrong);
      if (heard.ended) setTrouble(heard.ended);
    };
    const look = async () => {
      try {
        const heard = await readSource(id, all.current.at(-1)?.number ?? 0);
        if (over) return;
        hear(heard);
        if (!heard.ended) timer = window.setTimeout(() => void look(), EVERY);
      } catch (error) {
        if (!over) setTrouble(errorLine(error as Error));
      }
    };
    void look();
    return () => {
      over = true;
      window.clearTimeout(timer);
      void closeSource(id);
    };
  }, [id]);

  return { id, opening, readings, steady, take: taken, wrong, trouble, simulated, open, close, all };
}
