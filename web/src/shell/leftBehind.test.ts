// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { Design } from "../api/client";
import { leftBehind, putAside } from "./leftBehind";

const draft = { title: "Lantern", design: { kind: "frame" } as unknown as Design, change: "Gap: 2 mm" };

beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
  vi.useFakeTimers({ now: 1_000_000 });
});
afterEach(() => vi.useRealTimers());

/** As another tab sees it: the same browser, with a name of its own. */
const asAnotherTab = () => sessionStorage.setItem("oakspin.tab", "another");

test("a draft that was not saved is there after a reload, with the version that it was made on", () => {
  expect(leftBehind("m1")).toBeNull();
  putAside("m1", draft, 7);
  expect(leftBehind("m1")).toEqual({ draft, version: 7 });
  expect(leftBehind("m2")).toBeNull();
});

test("what was saved is not left behind", () => {
  putAside("m1", draft, 7);
  putAside("m1", null, 8);
  expect(leftBehind("m1")).toBeNull();
});

test("another tab takes a draft over only when the one that holds it is gone", () => {
  putAside("m1", draft, 7);
  asAnotherTab();
  expect(leftBehind("m1")).toBeNull();
  vi.advanceTimersByTime(5001);
  expect(leftBehind("m1")).toEqual({ draft, version: 7 });
});

test("what cannot be read, or was never a draft, is none", () => {
  for (const text of ["{", "null", "[]", '{"title": "Lantern"}', '{"version": "7"}']) {
    localStorage.setItem("oakspin.unsaved.m1", text);
    expect(leftBehind("m1")).toBeNull();
  }
});

test("a full store loses nothing that the page holds, and breaks nothing", () => {
  const full = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  expect(() => putAside("m1", draft, 7)).not.toThrow();
  full.mockRestore();
  expect(leftBehind("m1")).toBeNull();
});
