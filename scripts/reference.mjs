// npm run reference: writes the functions of the notation into docs/notation.md, from the signatures in the code.
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { load } from "./lib/bundle.mjs";
import { root } from "./lib/run.mjs";

const BEGIN = "<!-- functions: written by npm run reference -->\n";
const END = "\n<!-- end of functions -->";
const { referenceMarkdown } = await load("packages/notation/src/index.ts");
const file = path.join(root, "docs/notation.md");
const text = readFileSync(file, "utf8");
const [from, to] = [text.indexOf(BEGIN) + BEGIN.length, text.indexOf(END)];
writeFileSync(file, text.slice(0, from) + referenceMarkdown() + text.slice(to));
