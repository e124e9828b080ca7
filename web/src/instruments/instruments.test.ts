import { expect, test } from "vitest";
import { brightnessTable, wavOf } from "./capture";
import { tableOf } from "./table";

const rows = [
  { quantity: "current", value: 1.2, unit: "A", seconds: 0.4 },
  { quantity: "volts", value: 1.1, unit: "V", seconds: 2 },
];

test("readings are kept as a table from the moment of recording on", () => {
  expect(tableOf(rows, false)).toBe("seconds,quantity,value,unit\n0.4,current,1.2,A\n2,volts,1.1,V\n");
  expect(tableOf(rows, false, 1)).toBe("seconds,quantity,value,unit\n2,volts,1.1,V\n");
});

test("readings of the simulated motor say so row by row", () => {
  expect(tableOf(rows, true, 1)).toBe("seconds,quantity,value,unit,simulated\n2,volts,1.1,V,yes\n");
});

test("sound becomes a file of plain samples, cut where nobody looks any more", async () => {
  const wav = new DataView(await wavOf(Float32Array.of(0, 0.5, -2), 8000).arrayBuffer());
  expect([wav.getUint32(24, true), wav.getUint32(40, true)]).toEqual([8000, 6]);
  expect([wav.getInt16(44, true), wav.getInt16(46, true), wav.getInt16(48, true)]).toEqual([0, 16383, -32767]);
  expect(wavOf(new Float32Array(200_000), 8000).size).toBe(44 + 2 * 80_000);
});

test("a film begins at nothing, and slow motion counts by its frames", async () => {
  const frames: [number, number][] = [
    [5, 100],
    [5.04, 90.123456],
  ];
  expect(await brightnessTable(frames, null).text()).toContain("\n0,brightness,100,1\n0.04,brightness,90.123,1\n");
  expect(await brightnessTable(frames, 240).text()).toContain("\n0.00417,brightness,90.123,1\n");
});
