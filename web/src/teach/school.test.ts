// @vitest-environment jsdom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import { CARRIER_WORD, RULE_WORD, useSchool } from "./useSchool";

beforeEach(() => localStorage.clear());

test("the rule of a school is kept for every page, and one choice leaves the other", () => {
  const first = renderHook(() => useSchool());
  expect(first.result.current).toMatchObject({ rule: "palm", carrier: "current" });
  act(() => first.result.current.choose({ rule: "motor" }));
  act(() => first.result.current.choose({ carrier: "electrons" }));
  expect(first.result.current).toMatchObject({ rule: "motor", carrier: "electrons" });
  expect(renderHook(() => useSchool()).result.current).toMatchObject({ rule: "motor", carrier: "electrons" });
});

test("what is not known of a rule is read as the usual one", () => {
  for (const text of ["{", "null", '{"rule": "toes", "carrier": "water"}', '{"rule": 3}']) {
    localStorage.setItem("oakspin.school", text);
    const { rule, carrier } = renderHook(() => useSchool()).result.current;
    expect([rule in RULE_WORD, carrier in CARRIER_WORD]).toEqual([true, true]);
    expect([rule, carrier]).toEqual(["palm", "current"]);
  }
});
