import { useState } from "react";
import { posted, errorLine, type Design } from "../api/client";
import type { Recorded } from "../api/instruments";
import { useLearnedKey } from "../learn/LearnedProvider";

/** What a recording tells: it is taken by `take`, and read by the server. */
export function useReading(design: Design) {
  const learned = useLearnedKey();
  const [found, setFound] = useState<Recorded | null>(null);
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const read = async (take: () => Promise<Blob>) => {
    setFound(null);
    setTrouble("");
    setBusy(true);
    try {
      const body = new FormData();
      body.set("file", await take(), "recording");
      body.set("design", JSON.stringify(design));
      const answer = await posted(`/api/recordings/read${learned ? `?learned=${learned}` : ""}`, body);
      setFound((await answer.json()) as Recorded);
    } catch (error) {
      setTrouble(errorLine(error as Error));
    } finally {
      setBusy(false);
    }
  };
  return { found, trouble, busy, read, fail: setTrouble };
}
