import { expect, test } from "vitest";
import { readingsOf, tableOf } from "./Instruments";

const steady = (quantity: string, value: number, unit: string, error = 0.01) => ({
  quantity,
  value,
  unit,
  error,
  sentence: "Steady.",
});

test("steady values become the fields of a trial, speed with its error", () => {
  const rows = [steady("speed", 540.26, "turns/min", 3.2), steady("current", 1.2345, "A"), steady("volts", 1.05, "V")];
  expect(readingsOf(rows, [])).toEqual({
    tach_per_min: "540.3",
    tach_error: "3.2",
    amperes: "1.234",
    volts_loaded: "1.050",
  });
});

test("a temperature comes with the seconds that it took, and what stands still gives no turns", () => {
  const rows = [steady("speed", 0, "turns/min"), steady("temperature", 31.26, "C")];
  expect(readingsOf(rows, [{ seconds: 4 }, { seconds: 42.5 }])).toEqual({
    temperature_C: "31.3",
    seconds_run: "42.5",
  });
});

test("all readings are kept as a table", async () => {
  const table = tableOf([{ quantity: "current", value: 1.2, unit: "A", seconds: 0.4 }]);
  expect(await table.text()).toBe("seconds,quantity,value,unit\n0.4,current,1.2,A\n");
});
