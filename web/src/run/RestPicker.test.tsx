// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Design } from "../api/client";
import { answeredInRoom } from "../__tests__/inRoom";
import type { Working } from "../shell/useDemonstration";
import { RestPicker } from "./RestPicker";

afterEach(cleanup);

const POINTER = "/rests_deg";

function shown(turned: string, rests: number | null = null) {
  const design = { kind: "cradle", rests_deg: rests } as unknown as Design;
  const [commit, change] = [vi.fn(), vi.fn()];
  const working = { design, commit } as unknown as Working;
  answeredInRoom(<RestPicker working={working} pointer={POINTER} turned={turned} onChange={change} />, []);
  return { commit, change };
}

test("each of eight ways to rest is a radio with a name, and a press reads it off", () => {
  const { change } = shown("");
  expect(screen.getAllByRole("radio")).toHaveLength(8);
  fireEvent.click(screen.getByRole("radio", { name: "to the left" }));
  expect(change).toHaveBeenCalledWith("90");
  expect(screen.queryByRole("button")).toBeNull();
});

test("what is read is put into the design with one press, and only once", () => {
  const { commit } = shown("225");
  expect(screen.getByRole<HTMLInputElement>("radio", { name: "down to the right" }).checked).toBe(true);
  fireEvent.click(screen.getByRole("button", { name: "Use this in the design" }));
  const [patch, words] = commit.mock.calls[0] as [{ design: Record<string, unknown> }, string];
  expect(patch.design.rests_deg).toBe(225);
  expect(words).toBe("Rests with its marked side down to the right");
  cleanup();
  shown("225", 225);
  expect(screen.getByRole<HTMLButtonElement>("button").disabled).toBe(true);
});

test("an angle in between can be typed, and no angle offers nothing", () => {
  const { commit } = shown("100");
  fireEvent.click(screen.getByRole("button", { name: "Use this in the design" }));
  expect(commit.mock.calls[0]?.[1]).toBe("Rests with its marked side 100° from up");
  cleanup();
  shown("left");
  expect(screen.queryByRole("button")).toBeNull();
  expect(screen.getByText(/heavy side hangs down/)).toBeTruthy();
});
