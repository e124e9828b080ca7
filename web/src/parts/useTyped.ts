import { useState } from "react";

/** What is typed into the fields of a form, as it is typed, each with what is wrong with it. */
export function useTyped(first: Record<string, string> = {}) {
  const [texts, setTexts] = useState(first);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const write = (name: string, text: string, wrong = "") => {
    setTexts((before) => ({ ...before, [name]: text }));
    setErrors((before) => ({ ...before, [name]: wrong }));
  };
  return { texts, errors, write, wrong: Object.values(errors).some(Boolean) };
}
