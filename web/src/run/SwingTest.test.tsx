// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Design } from "../api/client";
import { balanceQuery } from "../api/queries";
import { answeredInRoom } from "../__tests__/inRoom";
import type { Working } from "../shell/useDemonstration";
import { SwingTest } from "./SwingTest";

afterEach(cleanup);

const design = { kind: "cradle", imbalance_mm: null } as unknown as Design;
const balance = {
  period_s: 0.8,
  imbalance_mm: 0.42,
  hop_speed: 1460,
  hop_band: [1100, 1900],
  unit: "turns/min",
  patch: [{ pointer: "/imbalance_mm", value: 0.42 }],
  before: { margin: 1.1, state: "tight" },
  after: { margin: 2.3, state: "holds" },
};

function shown(period: number | null, of: Design = design) {
  const commit = vi.fn();
  const answers = period === null ? [] : [{ queryKey: balanceQuery(of, period).queryKey, data: balance }];
  answeredInRoom(<SwingTest working={{ design: of, commit } as unknown as Working} period={period} />, answers);
  return commit;
}

test("without a count it says how to take the test", () => {
  shown(null);
  expect(screen.getByText(/take the power off/)).toBeTruthy();
});

test("a period gives imbalance, hop speed with its band, and what becomes of staying on", () => {
  shown(0.8);
  const status = screen.getByRole("status").textContent!;
  for (const words of ["0.42 mm", "1500", "(1100–1900)", "turns/min", "1.1 → 2.3", "holds"])
    expect(status).toContain(words);
});

test("the balance goes into the design by one press, and then stands there", () => {
  const commit = shown(0.8);
  fireEvent.click(screen.getByRole("button", { name: "Use this balance" }));
  expect(commit).toHaveBeenCalledWith(
    { design: { kind: "cradle", imbalance_mm: 0.42 } },
    "Measured balance: 0.42 mm off",
  );
  cleanup();
  shown(0.8, { kind: "cradle", imbalance_mm: 0.42 } as unknown as Design);
  expect(screen.getByRole("button", { name: "In the design" }).hasAttribute("disabled")).toBe(true);
});
