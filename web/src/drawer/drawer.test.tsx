// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, expect, test, vi } from "vitest";
import { answeredInRoom } from "../__tests__/inRoom";
import * as wire from "../api/drawer";
import { DrawerPage } from "./DrawerPage";

vi.mock("../api/drawer", async (original) => ({
  ...(await original<typeof wire>()),
  addEntry: vi.fn(),
  saveEntry: vi.fn(),
  useUp: vi.fn(),
  layApart: vi.fn(),
  undoEntry: vi.fn(),
  putAway: vi.fn(),
  putBack: vi.fn(),
  takeIn: vi.fn(),
  loadSample: vi.fn(),
}));
vi.setConfig({ testTimeout: 20_000 });

const magnets: wire.Sort = {
  id: "magnet",
  name: "Magnets",
  facts: [{ name: "diameter_mm", label: "Diameter", unit: "mm", low: 1, high: 100 }],
  words: [{ name: "shape", label: "Shape", options: ["disc", "block"] }],
};
const spools: wire.Sort = { id: "wire", name: "Wire", facts: [], words: [] };
const owned = (id: string, name: string, sort: wire.Sort, change: Partial<wire.Owned> = {}) =>
  ({
    id,
    version: 1,
    undoable: false,
    unit: sort.id === "wire" ? "m" : "pieces",
    entry: { sort: sort.id, name, amount: 12, facts: {}, words: {}, price: null, place: "", notes: "" },
    ...change,
  }) as unknown as wire.Owned;
const discs = owned("d", "Discs", magnets, { undoable: true });
const spool = owned("s", "Spool", spools);

let stands: wire.Owned[] = []; // what the server has

Object.assign(wire.drawerQuery, { queryFn: () => Promise.resolve({ entries: stands, sorts: [magnets, spools] }) });

afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const page = (entries: wire.Owned[] = [discs, spool]) => {
  stands = entries;
  return answeredInRoom(
    <MemoryRouter>
      <DrawerPage />
    </MemoryRouter>,
    [
      { queryKey: wire.drawerQuery.queryKey, data: { entries, sorts: [magnets, spools] } },
      ...entries.map(({ id, version }) => ({ queryKey: ["drawer", id, version], data: [{ made_at: "2026-11-27T10:00:00Z", change: "counted", amount: 12 }] })), // prettier-ignore
    ],
  );
};
const line = (name: string) => within(document.querySelector<HTMLElement>(`[data-entry="${name}"]`)!);
const open = (name: string) => fireEvent.click(line(name).getByRole("button"));
const type = (label: RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

test("parts stand under their sorts with what tells most of them, wire by the meter", () => {
  page();
  expect(line("Discs").getByRole("button").textContent).toContain("12 ×");
  expect(line("Spool").getByRole("button").textContent).toContain("12 m");
  expect(screen.getByText("2 entries")).toBeTruthy();
});

test("what is typed is saved with the change told in words", async () => {
  vi.mocked(wire.saveEntry).mockResolvedValue(discs);
  page();
  open("Discs");
  type(/^Diameter/, "12 mm");
  type(/^Where it lies/, "rack");
  fireEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() => expect(wire.saveEntry).toHaveBeenCalledTimes(1));
  const [id, version, entry, change] = vi.mocked(wire.saveEntry).mock.calls[0]!;
  expect([id, version, change]).toEqual(["d", 1, "what is known, place"]);
  expect(entry.facts.diameter_mm).toMatchObject({ value: 12, how: "guessed" });
});

test("what cannot be read is told at its field, and nothing is sent", () => {
  page();
  open("Discs");
  type(/^Diameter/, "thick");
  fireEvent.click(screen.getByRole("button", { name: "Save" }));
  expect(screen.getByText("A number, please, in mm.")).toBeTruthy();
  expect(wire.saveEntry).not.toHaveBeenCalled();
});

test("what is typed outlives a look at another part, and says that it is not saved", () => {
  page();
  open("Discs");
  type(/^Notes/, "from the old motor");
  open("Spool");
  expect(screen.getByLabelText<HTMLTextAreaElement>(/^Notes/).value).toBe("");
  expect(line("Discs").getByText("not saved yet")).toBeTruthy();
  open("Discs");
  expect(screen.getByLabelText<HTMLTextAreaElement>(/^Notes/).value).toBe("from the old motor");
});

test("what was refused because the part was changed elsewhere stays typed, to be saved on top of that", async () => {
  vi.mocked(wire.saveEntry).mockRejectedValueOnce(new Error("Changed elsewhere.")).mockResolvedValue(discs);
  page();
  open("Discs");
  type(/^Notes/, "from the old motor");
  stands = [{ ...discs, version: 2, entry: { ...discs.entry, amount: 10 } }, spool];
  fireEvent.click(screen.getByRole("button", { name: "Save" }));
  expect(await screen.findByText("Changed elsewhere.")).toBeTruthy();
  await waitFor(() => expect(line("Discs").getByRole("button").textContent).toContain("10 ×"));
  expect(screen.getByLabelText<HTMLTextAreaElement>(/^Notes/).value).toBe("from the old motor");
  fireEvent.click(screen.getByRole("button", { name: "Save" }));
  await waitFor(() => expect(wire.saveEntry).toHaveBeenCalledTimes(2));
  const [, version, entry] = vi.mocked(wire.saveEntry).mock.calls[1]!;
  expect([version, entry.notes]).toEqual([2, "from the old motor"]);
  await waitFor(() => expect(screen.queryByText("Not saved yet.")).toBeNull());
});

test("a kept part is not used up, split or undone over what is not saved yet", () => {
  page();
  open("Discs");
  type(/^So many of them/, "3");
  const verbs = () => ["Use up", "Lay apart", "Undo the last change"].map((name) => screen.getByRole<HTMLButtonElement>("button", { name }).disabled); // prettier-ignore
  expect(verbs()).toEqual([false, false, false]);
  type(/^Price of one/, "0.8");
  expect(verbs()).toEqual([true, true, true]);
  expect(screen.getByText("Not saved yet.")).toBeTruthy();
  type(/^Price of one/, "");
  expect(verbs()).toEqual([false, false, false]);
});

test("so many are used up or laid apart as there are, and no more", async () => {
  vi.mocked(wire.useUp).mockResolvedValue(discs);
  page();
  open("Discs");
  type(/^So many of them/, "13");
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Use up" }).disabled).toBe(true);
  type(/^So many of them/, "12");
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Lay apart" }).disabled).toBe(true);
  fireEvent.click(screen.getByRole("button", { name: "Use up" }));
  await waitFor(() => expect(wire.useUp).toHaveBeenCalledWith("d", 1, 12));
});

test("what was put away can be put back where it was put away", async () => {
  vi.mocked(wire.putAway).mockResolvedValue(undefined as never);
  vi.mocked(wire.putBack).mockResolvedValue(discs);
  page();
  open("Discs");
  fireEvent.click(screen.getByRole("button", { name: "Put away" }));
  expect(await screen.findByText(/Discs was put away\./)).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Put it back" }));
  await waitFor(() => expect(wire.putBack).toHaveBeenCalledWith("d"));
  expect(screen.queryByText(/was put away/)).toBeNull();
});

test("a table with bad rows keeps nothing until the good rows are asked for", async () => {
  const fault = { field: "row 3, amount", value: "many", limit: "a number", hint: "Count them.", stage: "" };
  vi.mocked(wire.takeIn).mockResolvedValueOnce({ taken: 0, faults: [fault] } as unknown as wire.Taken);
  vi.mocked(wire.takeIn).mockResolvedValueOnce({ taken: 4, faults: [fault] } as unknown as wire.Taken);
  page();
  const file = new File(["sort,name\n"], "drawer.csv", { type: "text/csv" });
  fireEvent.change(document.querySelector<HTMLInputElement>("input[type=file]")!, { target: { files: [file] } });
  expect(await screen.findByText("row 3, amount: got many; must be a number. Count them.")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Take the good rows" }));
  expect(await screen.findByText("4 entries came in.")).toBeTruthy();
  expect(vi.mocked(wire.takeIn).mock.calls).toEqual([
    ["sort,name\n", false],
    ["sort,name\n", true],
  ]);
  expect(screen.queryByRole("button", { name: "Take the good rows" })).toBeNull();
});

test("an empty drawer offers the harbor school's, and a refusal is told", async () => {
  vi.mocked(wire.loadSample).mockRejectedValue(new Error("The disk is full."));
  page([]);
  fireEvent.click(screen.getByRole("button", { name: /Fill it/ }));
  expect(await screen.findByText("The disk is full.")).toBeTruthy();
});
