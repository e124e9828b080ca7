// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import type { Design } from "../api/client";
import { Film } from "./Film";
import { Sound } from "./Sound";

const design = { kind: "frame" } as unknown as Design;
const take = vi.fn();
const keep = vi.fn();

beforeEach(() => {
  Object.assign(URL, { createObjectURL: () => "blob:film", revokeObjectURL: vi.fn() });
  vi.spyOn(HTMLMediaElement.prototype, "play").mockResolvedValue(undefined);
  vi.spyOn(HTMLMediaElement.prototype, "pause").mockReturnValue(undefined);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const withFilm = () => {
  const { container } = answeredInRoom(<Film design={design} take={take} keep={keep} />, []);
  const file = new File(["x"], "film.mp4", { type: "video/mp4" });
  fireEvent.change(container.querySelector("input[type=file]")!, { target: { files: [file] } });
  return container;
};

test("without a camera it is told what to do", async () => {
  answeredInRoom(<Film design={design} take={take} keep={keep} />, []);
  fireEvent.click(screen.getByRole("button", { name: "Use the camera" }));
  expect((await screen.findByRole("alert")).textContent).toContain("open Oak Spin on the machine that serves it");
});

test("a camera that is refused says where to allow it, one that is missing to choose a file", async () => {
  for (const [name, words] of [
    ["NotAllowedError", "Allow it beside the address"],
    ["NotFoundError", "choose a file"],
  ] as const) {
    const getUserMedia = () => Promise.reject(new DOMException("no", name));
    Object.defineProperty(navigator, "mediaDevices", { value: { getUserMedia }, configurable: true });
    answeredInRoom(<Film design={design} take={take} keep={keep} />, []);
    fireEvent.click(screen.getByRole("button", { name: "Use the camera" }));
    expect((await screen.findByRole("alert")).textContent).toContain(words);
    cleanup();
  }
  Object.defineProperty(navigator, "mediaDevices", { value: undefined, configurable: true });
});

test("a film is shown with its square, which goes by the arrow keys and stays on the picture", () => {
  withFilm();
  const square = () => screen.getByRole("img", { name: /^Square at/ });
  expect(square().getAttribute("aria-label")).toContain("50 % across and 50 % down");
  fireEvent.keyDown(square(), { key: "ArrowRight" });
  fireEvent.keyDown(square(), { key: "ArrowUp" });
  expect(square().getAttribute("aria-label")).toContain("52 % across and 48 % down");
  for (let press = 0; press < 40; press++) fireEvent.keyDown(square(), { key: "ArrowLeft" });
  expect(square().getAttribute("aria-label")).toContain("2 % across");
});

test("the square has several sizes, one after the other and round again", () => {
  withFilm();
  const size = () => screen.getByRole("img", { name: /^Square at/ }).style.height;
  const sizes = Array.from({ length: 4 }, () => {
    fireEvent.click(screen.getByRole("button", { name: "Another size of square" }));
    return size();
  });
  expect(new Set(sizes).size).toBe(4);
  fireEvent.click(screen.getByRole("button", { name: "Another size of square" }));
  expect(size()).toBe(sizes[0]);
});

test("a rate of frames that is none is told, and nothing is counted with it", () => {
  withFilm();
  const count = () => screen.getByRole<HTMLButtonElement>("button", { name: "Count the turns" });
  expect(count().disabled).toBe(false);
  for (const wrong of ["fast", "0", "-3"]) {
    fireEvent.change(screen.getByLabelText(/^Frames a second/), { target: { value: wrong } });
    expect(screen.getByText("A number such as 240.")).toBeTruthy();
    expect(count().disabled).toBe(true);
  }
  fireEvent.change(screen.getByLabelText(/^Frames a second/), { target: { value: "240" } });
  expect(count().disabled).toBe(false);
});

test("a film that this browser cannot show is told", () => {
  const container = withFilm();
  fireEvent.error(container.querySelector("video")!);
  expect(screen.getByRole("alert").textContent).toContain("Save it as MP4 or WebM");
});

test("a file that is no sound is told by its name", async () => {
  vi.stubGlobal(
    "OfflineAudioContext",
    class {
      decodeAudioData = () => Promise.reject(new Error("no"));
    },
  );
  const { container } = answeredInRoom(<Sound design={design} take={take} keep={keep} />, []);
  const file = new File(["x"], "story.mp3", { type: "audio/mpeg" });
  fireEvent.change(container.querySelector("input[type=file]")!, { target: { files: [file] } });
  expect((await screen.findByRole("alert")).textContent).toContain("story.mp3 cannot be read as sound");
  vi.unstubAllGlobals();
});
