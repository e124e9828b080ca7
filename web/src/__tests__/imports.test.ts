import { expect, test } from "vitest";

const files = import.meta.glob<string>("../**/*.{ts,tsx}", { query: "?raw", import: "default", eager: true });

/** Files that a file of the page imports, as it names them, found among all. */
function importsOf(file: string): string[] {
  const folder = file.split("/").slice(0, -1);
  return [...files[file]!.matchAll(/from "(\.[^"]*)"/g)].flatMap(([, named]) => {
    const steps = [...folder];
    for (const step of named!.split("/")) {
      if (step === "..")
        steps.splice(steps.at(-1) === ".." ? steps.length : -1, 1, ...(steps.at(-1) === ".." ? [".."] : []));
      else if (step !== ".") steps.push(step);
    }
    const path = steps.join("/");
    return [".ts", ".tsx"].map((ending) => path + ending).filter((known) => known in files);
  });
}

test("no import leads back to where it came from", () => {
  const done = new Set<string>();
  const circles: string[] = [];
  const follow = (file: string, way: string[]) => {
    if (way.includes(file)) circles.push([...way.slice(way.indexOf(file)), file].join(" > "));
    else if (!done.has(file)) for (const next of importsOf(file)) follow(next, [...way, file]);
    done.add(file);
  };
  Object.keys(files).forEach((file) => follow(file, []));
  expect(Object.keys(files).flatMap(importsOf).length).toBeGreaterThan(200);
  expect(circles).toEqual([]);
});
