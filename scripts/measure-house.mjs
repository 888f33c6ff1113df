/** `npm run house`: figures of the code, for docs/architecture.md: how long functions are, how much is documented, how much is tests. */
import { execFileSync } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import ts from "typescript";

const files = execFileSync("git", ["ls-files", "*.ts", "*.tsx"], { encoding: "utf8" })
  .split("\n")
  .filter((name) => name && existsSync(name));
const isTest = (name) => /\.test\.tsx?$/.test(name) || name.startsWith("tests/");

/** Of one file: the lines of each function, its public functions and constants, and which of them say what they are. */
function look(name) {
  const text = readFileSync(name, "utf8");
  const source = ts.createSourceFile(
    name,
    text,
    ts.ScriptTarget.Latest,
    true,
    name.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const lines = (node) =>
    source.getLineAndCharacterOfPosition(node.end).line -
    source.getLineAndCharacterOfPosition(node.getStart(source)).line +
    1;
  const found = { name, lines: text.split("\n").length - 1, functions: [], exported: [], documented: [] };
  const isPublic = (node) => node.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
  const visit = (node) => {
    if (ts.isFunctionLike(node) && node.body) found.functions.push(lines(node));
    ts.forEachChild(node, visit);
  };
  visit(source);
  for (const statement of source.statements) {
    if (!isPublic(statement)) continue;
    const label = statement.name?.text ?? statement.declarationList?.declarations[0]?.name.getText(source) ?? "default";
    const isFunction =
      ts.isFunctionDeclaration(statement) ||
      ts.isClassDeclaration(statement) ||
      statement.declarationList?.declarations.some(({ initializer }) => initializer && ts.isArrowFunction(initializer));
    if (!isFunction) continue;
    found.exported.push(label);
    if (ts.getJSDocCommentsAndTags(statement).length) found.documented.push(label);
  }
  return found;
}

const all = files.map(look);
const code = all.filter(({ name }) => !isTest(name));
const sum = (list, of) => list.reduce((total, each) => total + of(each), 0);
const share = (part, whole) => `${((100 * part) / whole).toFixed(1)} %`;
const at = (sorted, part) => sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))];
const functions = code.flatMap((each) => each.functions).sort((a, b) => a - b);
const sizes = code.map(({ lines }) => lines).sort((a, b) => a - b);
const say = (what, value) => console.log(`${what.padEnd(44)} ${value}`);

say(
  "lines of code",
  sum(code, ({ lines }) => lines),
);
say("lines of tests", sum(all, ({ lines }) => lines) - sum(code, ({ lines }) => lines));
const [ofCode, ofTests] = [
  sum(code, ({ lines }) => lines),
  sum(all, ({ lines }) => lines) - sum(code, ({ lines }) => lines),
];
say("lines of tests for each hundred of code", ((100 * ofTests) / ofCode).toFixed(1));
say("tests, of all lines", share(ofTests, ofCode + ofTests));
say("files: median, largest", `${at(sizes, 0.5)}, ${sizes.at(-1)}`);
say("functions of 15 lines at most", share(functions.filter((each) => each <= 15).length, functions.length));
say("functions of 40 lines at most", share(functions.filter((each) => each <= 40).length, functions.length));
for (const room of ["core", "server", "ui", "features"]) {
  const own = code.filter(({ name }) => name.startsWith(`${room}/`));
  say(
    `${room}: public functions that say what they do`,
    share(
      sum(own, ({ documented }) => documented.length),
      sum(own, ({ exported }) => exported.length),
    ),
  );
}
if (process.argv.includes("--missing"))
  for (const { name, exported, documented } of code)
    for (const label of exported) if (!documented.includes(label)) console.log(`${name}: ${label}`);
