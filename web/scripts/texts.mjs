// Every text that the pages show, by screen: one line a text, so that they can be read in one go.
//
//     node scripts/texts.mjs            the texts
//     node scripts/texts.mjs --json     the same as JSON: { screen: [text, ...] }
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { fileURLToPath } from "node:url";
import ts from "typescript";

const SRC = join(dirname(fileURLToPath(import.meta.url)), "..", "src");
const SHOWN = new Set(["aria-label", "aria-description", "label", "title", "placeholder", "alt", "ghost", "name"]);

const files = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)],
  );

/** Whether a literal reads like something for people: words, not an identifier, a unit of style or an address. */
const reads = (text) =>
  /[A-Za-z]{2}/.test(text) && !/^[a-z0-9_./:#%{}()-]+$/.test(text) && !/^\/api|^var\(|[{};]|^M ?\d/.test(text);

/** Text of a literal or template; what is filled in stands as "…". */
function textOf(node) {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map((s) => `…${s.literal.text}`).join("");
  return null;
}

function isStyle(node) {
  for (let at = node; at; at = at.parent) if (ts.isTaggedTemplateExpression(at)) return true;
  return false;
}

/** Texts of one source file, in order. */
export function textsOf(path, source) {
  const tree = ts.createSourceFile(path, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found = [];
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxText(node)) {
      const text = node.text.replace(/\s+/g, " ").trim();
      if (/[A-Za-z]{2}/.test(text)) found.push(text);
    }
    if (ts.isJsxAttribute(node) && node.initializer && ts.isStringLiteral(node.initializer)) {
      if (SHOWN.has(node.name.getText())) found.push(node.initializer.text);
      return;
    }
    const text = textOf(node);
    if (text !== null && !isStyle(node) && reads(text.trim())) found.push(text.replace(/\s+/g, " ").trim());
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return found;
}

/** Every text of the pages, by the folder of its screen. */
export function texts() {
  const screens = {};
  for (const path of files(SRC).sort()) {
    if (!/\.tsx?$/.test(path) || /\.test\.|generated|__tests__/.test(path)) continue;
    const screen = dirname(relative(SRC, path));
    for (const text of textsOf(path, readFileSync(path, "utf8"))) {
      const status = (screens[screen] ??= []);
      if (!status.includes(text)) status.push(text);
    }
  }
  return screens;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const all = texts();
  const words = process.argv.includes("--json")
    ? JSON.stringify(all)
    : Object.entries(all)
        .map(([screen, status]) => `\n${screen.toUpperCase()}\n  ${status.join("\n  ")}`)
        .join("\n");
  process.stdout.write(`${words}\n`);
}
