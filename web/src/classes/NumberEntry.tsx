import { useState } from "react";
import { EntryField } from "../parts/EntryField";
import { numberOrNone } from "./noting";

interface Props {
  label: string;
  value: number | null;
  onChange: (value: number | null) => void;
  high: number;
  low?: number;
  whole?: boolean;
  unit?: string;
}

/** A number that may be left out; what cannot be read is told, and what was there before stays. */
export function NumberEntry({ label, value, onChange, low = 0, high, whole = false, unit = "" }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [error, setError] = useState("");
  const read = text === null ? value : numberOrNone(text, low, high, whole, unit);
  // What is undone elsewhere shows here; what is being written stays as it is written.
  const shown = text !== null && (error || read === value) ? text : value === null ? "" : String(value);
  return (
    <EntryField
      label={label}
      unit={unit}
      value={shown}
      error={error}
      onChange={(next) => {
        const given = numberOrNone(next, low, high, whole, unit);
        setText(next);
        setError(typeof given === "string" ? given : "");
        if (typeof given !== "string") onChange(given);
      }}
    />
  );
}
