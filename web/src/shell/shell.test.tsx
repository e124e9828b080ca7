// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { inRoom } from "../__tests__/inRoom";
import { setLetters, SHORTCUTS, useShortcuts } from "./shortcuts";
import { StagePath } from "./StagePath";
import { STAGES, stageAt } from "./stages";

// Node's own storage is no browser's: a plain one stands in.
const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function Keys({ run }: { run: (key: string) => void }) {
  useShortcuts({
    p: () => run("p"),
    "mod+z": () => run("undo"),
    "mod+shift+z": () => run("redo"),
    "?": () => run("?"),
  });
  return (
    <>
      <input aria-label="text" />
      <input aria-label="range" type="range" />
    </>
  );
}

test("letters run at the page and on a slider, not while typing; with Ctrl they run everywhere", () => {
  const run = vi.fn();
  inRoom(<Keys run={run} />);
  fireEvent.keyDown(document.body, { key: "p" });
  fireEvent.keyDown(screen.getByLabelText("range"), { key: "p" });
  expect(run.mock.calls.flat()).toEqual(["p", "p"]);
  fireEvent.keyDown(screen.getByLabelText("text"), { key: "p" });
  expect(run).toHaveBeenCalledTimes(2);
  fireEvent.keyDown(screen.getByLabelText("text"), { key: "z", ctrlKey: true });
  fireEvent.keyDown(document.body, { key: "Z", metaKey: true, shiftKey: true });
  expect(run.mock.calls.flat().slice(2)).toEqual(["undo", "redo"]);
});

test("letters can be switched off, help and Ctrl stay", () => {
  const run = vi.fn();
  setLetters(false);
  inRoom(<Keys run={run} />);
  for (const key of ["p", "?"]) fireEvent.keyDown(document.body, { key });
  fireEvent.keyDown(document.body, { key: "z", ctrlKey: true });
  expect(run.mock.calls.flat()).toEqual(["?", "undo"]);
});

test("every shortcut is explained once", () => {
  expect(new Set(SHORTCUTS.map(([key]) => key)).size).toBe(SHORTCUTS.length);
  expect(SHORTCUTS.every(([, does]) => does.length > 3)).toBe(true);
});

test("the stage path links every stage in order and marks the present one", () => {
  inRoom(
    <MemoryRouter>
      <StagePath id="abc" present="tune" fixing={false} />
    </MemoryRouter>,
  );
  const links = screen.getAllByRole("link");
  expect(links.map((link) => link.getAttribute("href")).filter((path) => !path!.endsWith("/fix"))).toEqual(
    STAGES.map((stage) => `/motor/abc/${stage.id}`),
  );
  expect(links.filter((link) => link.getAttribute("aria-current") === "step").map((item) => item.textContent)).toEqual([
    "Tune",
  ]);
});

test("an address without a stage, or with none that is known, is Choose", () => {
  expect([stageAt(undefined), stageAt("paint"), stageAt("run")]).toEqual(["choose", "choose", "run"]);
});
