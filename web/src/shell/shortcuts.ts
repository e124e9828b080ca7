import { useEffect, useRef } from "react";

const KEY = "oakspin.letters";

/** Single letters can be switched off, for those who steer by voice. */
export const lettersOn = () => localStorage.getItem(KEY) !== "off";
export const setLetters = (on: boolean) => localStorage.setItem(KEY, on ? "on" : "off");

export const SHORTCUTS: readonly (readonly [string, string])[] = [
  ["G", "go to a place, a motor, a stage, a class, a paper: type three letters"],
  ["P", "pin this design, or unpin"],
  ["S", "spin, or stop"],
  ["1 to 5", "Choose, Make, Run, Tune, Teach"],
  ["0", "Fix it: it does not go"],
  ["T", "in Run: one turn counted"],
  ["Ctrl Z", "undo"],
  ["Ctrl Shift Z", "redo"],
  ["?", "this sheet"],
  ["Tab", "from handle to handle; each direction is a slider"],
  ["Arrows", "move a handle by one step, with Shift by ten"],
  ["Home, End", "a handle's lowest and highest value"],
  ["Up, Down in a dial", "one step more or less; Enter takes what was typed"],
];

/** Run a function on a key: "p", "?", or with Ctrl or Cmd "mod+z", "mod+shift+z". Never while typing. */
export function useShortcuts(keys: Record<string, () => void>) {
  const held = useRef(keys);
  useEffect(() => {
    held.current = keys;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.matches('input:not([type="range"]):not([type="radio"]), textarea, [contenteditable]');
      const mod = event.ctrlKey || event.metaKey;
      if (event.altKey || (typing && !mod) || (!mod && !lettersOn() && event.key !== "?")) return;
      const name = mod ? `mod+${event.shiftKey ? "shift+" : ""}${event.key.toLowerCase()}` : event.key.toLowerCase();
      const run = held.current[name];
      if (!run || event.defaultPrevented) return;
      if (typing && document.activeElement instanceof HTMLElement) document.activeElement.blur();
      event.preventDefault();
      run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
