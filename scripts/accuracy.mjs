// npm run accuracy: flattens a large random corpus, and writes the figures and their chart to docs/accuracy.md.
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { distanceAccuracy } from "./lib/accuracy-distance.mjs";
import { load } from "./lib/bundle.mjs";
import { root } from "./lib/run.mjs";

const CURVES = 1000;
const CASES = 1400;
const SHARES = [1e-2, 1e-3, 1e-5];
const KINDS = ["quadratic", "rational quadratic", "cubic", "cubic with a cusp", "arc"];
const kernel = await load("packages/geometry/src/index.ts");

let seed = 20261125;
const random = () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
  return seed / 2 ** 32;
};
const point = () => [200 * random() - 100, 200 * random() - 100];
const place = () => `${(200 * random() - 100).toFixed(3)} ${(200 * random() - 100).toFixed(3)}`;

/** Path data of a random curve of a kind, within 100 units of the origin. */
function curveOf(kind) {
  if (kind === "quadratic") return `M ${place()} Q ${place()} ${place()}`;
  if (kind === "cubic") return `M ${place()} C ${place()} ${place()} ${place()}`;
  // Handles that mirror each other and cross far enough: C' vanishes in the middle, or nearly so in every second case.
  if (kind === "cubic with a cusp") {
    const [a, h] = [20 + 80 * random(), 20 + 100 * random()];
    const near = random() < 0.5 ? 0 : 1e-3 * (random() - 0.5);
    return `M ${-a} 0 C ${a * (1 + near)} ${h} ${-a * (1 + near)} ${h} ${a} 0`;
  }
  const radius = () => (2 + 98 * random()).toFixed(3);
  return `M ${place()} A ${radius()} ${radius()} ${Math.floor(180 * random())} ${Math.round(random())} 1 ${place()}`;
}

/** Weights from 1/30 to 30. */
function rational() {
  const points = [...point(), ...point(), ...point()];
  const segment = kernel.rationalQuadratic(points, [1, 30 ** (2 * random() - 1), 1]);
  return { subpaths: [{ x: segment.x0, y: segment.y0, segments: [segment], closed: false }] };
}

/** For each kind: chords over the least count, rounded up, and the greatest error over the tolerance. */
const results = KINDS.map((kind) => {
  const ratios = [];
  let worst = 0;
  for (let i = 0; i < CURVES; i++) {
    const outline = kind === "rational quadratic" ? rational() : kernel.parsePathData(curveOf(kind));
    const limit = kernel.chordLimit(outline);
    for (const share of SHARES) {
      const tolerance = 100 * share;
      const flat = kernel.flattenPath(outline, { tolerance });
      worst = Math.max(worst, flat.error / tolerance);
      const least = Math.ceil(limit / Math.sqrt(8 * tolerance));
      if (least >= 8) ratios.push((flat.subpaths[0].vertices.length / 2 - 1) / least);
    }
  }
  ratios.sort((a, b) => a - b);
  const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length;
  return { kind, ratios, mean, most: ratios.at(-1), p99: ratios[Math.floor(0.99 * ratios.length)], worst };
});

const distances = distanceAccuracy(kernel, random);
const { FAMILIES, pairOf } = await load("packages/geometry/test/fuzz/families.ts");
const { faultsOf } = await load("packages/geometry/test/fuzz/check.ts");
const { DERIVED } = await load("packages/geometry/test/fuzz/derived/index.ts");
const longest = JSON.parse(readFileSync(path.join(root, "docs/accuracy-fuzz.json"), "utf8"));
let wrong = 0;
for (let index = 0; index < CASES; index++) {
  const { a, b } = pairOf(20261125, index);
  if (faultsOf(a, b).length > 0) wrong++;
}

const rows = results.map(
  ({ kind, ratios, mean, p99, most, worst }) =>
    `| ${kind} | ${ratios.length} | ${mean.toFixed(3)} | ${p99.toFixed(3)} | ${most.toFixed(3)} | ${worst.toFixed(4)} |`,
);
writeFileSync(path.join(root, "docs/accuracy-flattening.svg"), chart());
writeFileSync(
  path.join(root, "docs/accuracy.md"),
  `# Accuracy

Written by \`npm run accuracy\`.

## Flattening

${CURVES} random curves of each kind within 100 units of the origin, at tolerances of ${SHARES.map((s) => 100 * s).join(", ")} units.
The least count is the integral of the square root of the curvature over sqrt(8 × tolerance), rounded up to a whole chord
(\`chordLimit\`); curves that need fewer than 8 chords are left out of the counts. The error is the proven bound of the
distance between curve and chord (packages/geometry/src/flatten/chord-bounds.ts), over the tolerance.

| kind | cases | chords over least, mean | 99 % | most | greatest error over tolerance |
| ---- | ----- | ----------------------- | ---- | ---- | ----------------------------- |
${rows.join("\n")}

![How many cases lie at which ratio of chords to the least count](accuracy-flattening.svg)

## Set operations

${CASES} pairs of operands from ${Object.keys(FAMILIES).length} families (${Object.keys(FAMILIES).join(", ")}), the four operations on each:
areas against exact slabs in fractions, validity in exact integers, new vertices against the exact crossings of the edges
that came in, the operands in the other order, the result combined with itself. Wrong: ${wrong}.

The longest run, \`npm run fuzz -- ${longest.sets.cases} ${longest.sets.seed}\`: ${longest.sets.cases} pairs, ${4 * longest.sets.cases} operations. Wrong: ${longest.sets.wrong}.

## What is derived from outlines

${Object.keys(DERIVED).join(", ")}: each against a slow oracle of its own (packages/geometry/test/fuzz/derived), on random outlines
(lattices, needles, cusps, straight and folded curves, flat arcs, loops, doubled points, from 1e-6 to 1e6 in size). Areas and
memberships are exact; strokes and offsets are held against the distance of random places from the true outline, or against
normals and joins one by one; kept curves against closed forms of circles with lines and circles at all angles; simplified
outlines against exact validity, and the Hausdorff distance both ways. A case is slow when it takes more than 100 times the
median of its operation and size.

The longest run, \`npm run fuzz -- ${longest.derived.cases} ${longest.derived.seed} derived\`: ${longest.derived.cases} cases. Wrong: ${longest.derived.wrong}; slow: ${longest.derived.slow}.

## Distances

Shapes of a size of about 2. Samples of fields against single exact answers: off by ${distances.samples.toExponential(1)} at most. Contours of blends, over
their tolerance: ${distances.contours.toFixed(3)} at most. Closed forms against the certified distance to their outlines:

| form | greatest difference |
| ---- | ------------------- |
${Object.entries(distances.forms)
  .map(([name, off]) => `| ${name} | ${off.toExponential(1)} |`)
  .join("\n")}
`,
);
console.log(rows.join("\n"));
console.log(`set operations: ${CASES} pairs, ${wrong} wrong`);

/** Bars a kind: the share of cases at each ratio, from 1 upwards in steps of 0.01. */
function chart() {
  const [width, height, left, row] = [760, 60 * KINDS.length + 50, 150, 60];
  const bins = 26;
  const step = (width - left - 20) / bins;
  const parts = results.map(({ kind, ratios }, k) => {
    const counts = new Array(bins).fill(0);
    for (const ratio of ratios) counts[Math.max(0, Math.min(bins - 1, Math.round((ratio - 1) * 100)))]++;
    const base = 10 + (k + 1) * row - 14;
    const bars = counts.map((count, i) => {
      const h = (count / ratios.length) * (row - 22);
      const at = `x="${(left + i * step).toFixed(1)}" y="${(base - h).toFixed(1)}"`;
      return count ? `<rect ${at} width="${(step - 2).toFixed(1)}" height="${Math.max(0.8, h).toFixed(1)}"/>` : "";
    });
    return `<text x="10" y="${base - 4}">${kind}</text><g fill="#8A3B5C">${bars.join("")}</g><path d="M${left} ${base}H${width - 20}" stroke="#BFC7BD"/>`;
  });
  const ticks = [0, 5, 10, 15, 20, 25].map(
    (i) =>
      `<text x="${(left + (i + 0.5) * step).toFixed(1)}" y="${height - 22}" text-anchor="middle">${(1 + i / 100).toFixed(2)}</text>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="12" fill="#1F2A2C"><title>Chords over the least count</title><rect width="${width}" height="${height}" fill="#FAFBF8"/>${parts.join("")}${ticks.join("")}<text x="${left}" y="${height - 6}">chords over the least count</text></svg>
`;
}
