// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Design } from "../api/client";
import { polesQuery } from "../api/queries";
import { answeredInRoom } from "../__tests__/inRoom";
import type { Working } from "../shell/useDemonstration";
import { PoleFinder } from "./PoleFinder";

afterEach(cleanup);

const design = { kind: "frame", magnets: { pole_up: "N" } } as unknown as Design;
const ways = [
  { direction: "clockwise", pole: "N", sentence: "Clockwise: N is up.", patch: [{ pointer: "/magnets/pole_up", value: "N" }] },
  { direction: "counterclockwise", pole: "S", sentence: "The other: S is up.", patch: [{ pointer: "/magnets/pole_up", value: "S" }] },
]; // prettier-ignore

function shown(data: object) {
  const commit = vi.fn();
  const working = { design, commit } as unknown as Working;
  answeredInRoom(<PoleFinder working={working} />, [{ queryKey: polesQuery(design).queryKey, data }]);
  return commit;
}

test("nothing is told before it is said which way the motor turned", () => {
  shown({ ways, instead: "" });
  expect(screen.getAllByRole("radio")).toHaveLength(2);
  expect(screen.queryByRole("status")).toBeNull();
});

test("the way that was seen tells the pole, and one press puts it into the design", () => {
  const commit = shown({ ways, instead: "" });
  fireEvent.click(screen.getByText("counterclockwise"));
  expect(screen.getByRole("status").textContent).toContain("S is up");
  fireEvent.click(screen.getByRole("button", { name: "Use it in the design" }));
  expect(commit).toHaveBeenCalledWith({ design: { kind: "frame", magnets: { pole_up: "S" } } }, "Pole found: S up");
});

test("a pole that is in the design already cannot be put in again", () => {
  const commit = shown({ ways, instead: "" });
  fireEvent.click(screen.getByText("clockwise"));
  const button = screen.getByRole("button", { name: "That matches the design" });
  expect(button.hasAttribute("disabled")).toBe(true);
  fireEvent.click(button);
  expect(commit).not.toHaveBeenCalled();
});

test("where turning tells nothing another way is told, and nothing is asked", () => {
  shown({ ways: [], instead: "Hold the two stacks face to face." });
  expect(screen.getByText("Hold the two stacks face to face.")).toBeTruthy();
  expect(screen.queryByRole("radio")).toBeNull();
});
