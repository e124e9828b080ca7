import { useEffect, useState } from "react";
import { ProblemError } from "../api/client";
import { runSweep, type Request, type SweepSoFar } from "./sweep";

interface State {
  request_: Request;
  soFar: SweepSoFar | null;
  trouble: string;
  stopped: boolean;
}

/** A sweep that runs anew whenever its request changes; what has come so far is shown, and it can be stopped. */
export function useSweep(request: Request | null) {
  const [state, setState] = useState<State | null>(null);
  const [stop, setStop] = useState<() => void>(() => () => {});
  useEffect(() => {
    if (!request) return;
    const control = new AbortController();
    const begin = window.setTimeout(() => {
      setStop(() => () => {
        control.abort();
        setState((before) => ({ request_: request, soFar: before?.soFar ?? null, trouble: "", stopped: true }));
      });
      runSweep(request, control.signal, (soFar) =>
        setState({ request_: request, soFar, trouble: "", stopped: false }),
      ).catch((error: unknown) => {
        if (control.signal.aborted) return;
        const words = error instanceof ProblemError ? error.line : String(error);
        setState({ request_: request, soFar: null, trouble: words, stopped: false });
      });
    });
    return () => {
      window.clearTimeout(begin);
      control.abort();
    };
  }, [request]);
  const soFar = state?.soFar ?? null;
  const present = state !== null && state.request_ === request;
  const ended = present && (state.trouble !== "" || state.stopped || soFar?.points.length === soFar?.total);
  return {
    soFar,
    present,
    trouble: present ? state.trouble : "",
    busy: request !== null && !ended,
    stopped: present && state.stopped,
    stop,
  };
}
