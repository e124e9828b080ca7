import { expect, test } from "vitest";
import { tableOf } from "./Instruments";

test("all readings are kept as a table", async () => {
  const table = tableOf([{ quantity: "current", value: 1.2, unit: "A", seconds: 0.4 }]);
  expect(await table.text()).toBe("seconds,quantity,value,unit\n0.4,current,1.2,A\n");
});
