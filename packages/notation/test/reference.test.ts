import { readFileSync } from "node:fs";
import path from "node:path";
import { referenceMarkdown, Sheet } from "../src";

const document = readFileSync(path.join(__dirname, "../../../docs/notation.md"), "utf8");

test("docs/notation.md holds the reference of every function; `npm run reference` writes it there", () => {
  expect(document).toContain(referenceMarkdown());
});

test("every script in docs/notation.md evaluates without a complaint", () => {
  const scripts = [...document.matchAll(/```vertexon\n([\s\S]*?)```/g)].map(([, script]) => script);
  expect(scripts.length).toBeGreaterThan(2);
  for (const script of scripts) expect([script, new Sheet().update(script).diagnostics]).toEqual([script, []]);
});
