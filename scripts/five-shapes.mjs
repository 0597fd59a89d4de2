// npm run five-shapes: finds the shortest expression for every set of the regions of five shapes, but for symmetry, and
// writes them to packages/notation/data/five-shapes.bin. Takes some minutes and 1 GB.
import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { load } from "./lib/bundle.mjs";
import { root } from "./lib/run.mjs";

const { CLASSES, encodeClasses, imageAfter, JOININGS, joined, leastImage, SINGLE, STEPS, stepped, withoutOutside } =
  await load("packages/notation/src/regions/five-shapes-table.ts");
/** Sets with so many operands are kept one by one: the smaller part of an expression never has more. */
const MOST_SMALL = 6;

/** A bit for each set: whether an expression is known. */
const known = new Uint32Array(2 ** 26);
const isKnown = (set) => (known[set >>> 6] >>> ((set >>> 1) & 31)) & 1;
/** For each number of operands the classes found, and all sets of them. */
const classes = [[], []];
const small = [[], []];
const table = [];

function note(set, operands, parts) {
  const { image, steps } = leastImage(set);
  classes[operands].push(image);
  // Turned inside out, a union may have become a difference.
  const [a, b] = parts.map((part) => imageAfter(part, steps));
  const joining = JOININGS.find((each) => joined(each, a, b) === image) ?? null;
  table.push({ image, operands, joining, a, b });
  let at = set;
  for (let k = 0; k <= STEPS.length; k++) {
    const here = withoutOutside(at);
    if (!isKnown(here)) {
      known[here >>> 6] |= 1 << ((here >>> 1) & 31);
      if (operands <= MOST_SMALL) small[operands].push(here);
    }
    if (k < STEPS.length) at = stepped(at, STEPS[k]);
  }
}

known[0] = 1;
note(SINGLE[0], 1, []);
for (let operands = 2; table.length < CLASSES; operands++) {
  const begun = performance.now();
  classes.push([]);
  small.push([]);
  for (let few = 1; 2 * few <= operands; few++)
    for (const b of classes[operands - few])
      for (const a of small[few]) {
        if (!isKnown(a ^ b)) note(a ^ b, operands, [a, b]);
        if (!isKnown(a | b)) note(a | b, operands, [a, b]);
        if (!isKnown(a & b)) note(a & b, operands, [a, b]);
        if (!isKnown(a & ~b)) note(a & ~b, operands, [a, b]);
        if (!isKnown(b & ~a)) note(b & ~a, operands, [a, b]);
      }
  const seconds = ((performance.now() - begun) / 1000).toFixed(1);
  console.log(`${operands} operands: ${classes[operands].length} classes, ${seconds} s`);
}

const bytes = encodeClasses(table);
mkdirSync(path.join(root, "packages/notation/data"), { recursive: true });
writeFileSync(path.join(root, "packages/notation/data/five-shapes.bin"), bytes);
console.log(`${table.length} classes, ${bytes.length} bytes`);
