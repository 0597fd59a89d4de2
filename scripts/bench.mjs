// npm run bench: times the kernel and the notation on one core, each as a ratio to a reference in the same run.
import { benchDerived } from "./lib/bench-derived.mjs";
import { benchDistance } from "./lib/bench-distance.mjs";
import { benchDrag } from "./lib/bench-drag.mjs";
import { benchFile, benchFrames } from "./lib/bench-file.mjs";
import { benchFlatten } from "./lib/bench-flatten.mjs";
import { benchLocation } from "./lib/bench-location.mjs";
import { benchPoints } from "./lib/bench-points.mjs";
import { load } from "./lib/bundle.mjs";

const kernel = await load("packages/geometry/src/index.ts");
const { Sheet } = await load("packages/notation/src/index.ts");
const { parseStatement, splitStatements } = await load("packages/notation/src/syntax/index.ts");

const rows = [];
const sortOf = (n) => best(5, () => random(n, 3).sort());

console.log("Flattening, against evaluating as many points at uniform parameters into a new array:");
console.table(benchFlatten(kernel));
console.log("What is derived from outlines, in sorts of as many doubles, with its growth from a tenth of the size:");
console.table(benchDerived(kernel, { best, coast, random, sortOf }));
console.log("A file of 120 outlines with 240,000 vertices, in sorts of as many coordinates:");
console.table(benchFile(Sheet, { random, sortOf }));
console.log("Point location: building in sorts of as many doubles, 1,000 questions in sorts of 1,000 doubles:");
console.table(benchLocation(kernel, { best, coast, random, sortOf }));
console.table(benchDistance(kernel, { best, coast, sortOf }));
combining();
triangulating();
measuring();
evaluating();
console.table(Object.fromEntries(rows));
const { seconds, zooming, panning } = await benchFrames({ random });
console.log(
  `A sheet with a file of 240,000 vertices opens in ${seconds} s; the main thread's work in each frame, in ms:`,
);
console.table(rowsOf({ zooming, panning }));
const points = await benchPoints({ random });
console.log(
  `A million points of a file, asked about 10,000 edges, stand on the plan in ${points.seconds} s; work in each frame, in ms:`,
);
console.table(rowsOf({ zooming: points.zooming, panning: points.panning }));
const drag = await benchDrag();
console.log("Dragging one of 20,000 vertices among 200 definitions, the main thread's work in each frame, in ms:");
console.table(drag);

function row(name, milliseconds, unit, reference) {
  rows.push([
    name,
    { ms: Number(milliseconds.toPrecision(3)), ratio: Number((milliseconds / reference).toPrecision(3)), to: unit },
  ]);
}

function combining() {
  const sorted = "a sort of as many coordinates";
  const measure = (name, a, b, coordinates, runs = 3) =>
    row(
      name,
      best(runs, () => kernel.combine("union", a, b)),
      sorted,
      sortOf(coordinates),
    );
  for (const n of [1000, 10_000, 100_000, 500_000]) {
    const [a, b] = [operand(coast(n, 7, 0)), operand(coast(n, 8, 0.3))];
    measure(`union of two outlines of ${n} edges`, a, b, 4 * n);
    measure(`the same outline of ${n} edges twice`, a, a, 4 * n);
  }
  const outline = coast(500_000, 7, 0);
  const noise = random(outline.length, 9);
  const moved = outline.map((value, i) => value + 1e-13 * (noise[i] - 0.5));
  measure("500000 edges against the same, moved by 1e-13", operand(outline), operand(moved), 2_000_000);
  const teeth = 250;
  const upright = [];
  const level = [];
  for (let i = 0; i < teeth; i++) {
    const [near, far] = [2 * i, 2 * teeth];
    upright.push(Float64Array.of(near, -1 - i * 1e-4, near + 0.7, 0, near + 1, far, near, far));
    level.push(Float64Array.of(-1, near, far, near + 0.3, far, near + 1, -1, near + 1));
  }
  const crossed = (rings) => ({ rings, fillRule: "nonzero" });
  measure("two combs with 250,000 crossings", crossed(upright), crossed(level), 500_000, 1);
  const squares = (seed) => crossed(scattered(50_000, seed));
  measure("100,000 scattered squares", squares(5), squares(6), 800_000, 2);
  const hatched = [45, 46].map((degrees) => crossed(hatching(4000, (degrees * Math.PI) / 180)));
  measure("16,000 long edges at 45 and 46 degrees, 1,100,000 crossings", ...hatched, 64_000, 1);
  moving();
}

/** A small shape over a large operand that was prepared, against the small one combined with itself. */
function moving() {
  const prepared = kernel.preparedOperand(operand(coast(500_000, 7, 0)), { minX: -4, minY: -4, maxX: 4, maxY: 4 });
  const places = Array.from({ length: 200 }, (_, i) =>
    operand(coast(1000, 9, 0).map((v, k) => 0.001 * v + (k % 2 ? Math.sin(i) : Math.cos(i)))),
  );
  const medianOf = (run) => {
    const times = places.map((shape) => {
      const start = performance.now();
      run(shape);
      return performance.now() - start;
    });
    return times.sort((p, q) => p - q)[times.length / 2];
  };
  const alone = medianOf((shape) => kernel.combine("union", shape, shape));
  const moved = medianOf((shape) => prepared.combine("union", shape));
  row("a shape of 1,000 edges over a prepared one of 500,000", moved, "that shape and itself", alone);
}

function scattered(count, seed) {
  const places = random(2 * count, seed);
  const side = 0.4 / Math.sqrt(count);
  return Array.from({ length: count }, (_, i) => {
    const [x, y] = [places[2 * i], places[2 * i + 1]];
    return Float64Array.of(x, y, x + side, y, x + side, y + side, x, y + side);
  });
}

/** Narrow stripes across a square, side by side in a direction. */
function hatching(count, angle) {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const at = (along, across) => [along * c - across * s, along * s + across * c];
  return Array.from({ length: count }, (_, i) => {
    const [low, high] = [i / count - 0.5, (i + 0.25) / count - 0.5];
    return Float64Array.from([...at(-0.5, low), ...at(0.5, low), ...at(0.5, high), ...at(-0.5, high)]);
  });
}

function triangulating() {
  const sorted = "a sort of as many doubles";
  for (const n of [1000, 100_000, 1_000_000]) {
    const polygons = [{ outer: coast(n, 7, 0), holes: [] }];
    row(
      `triangulate ${n} vertices`,
      best(3, () => kernel.triangulate(polygons)),
      sorted,
      sortOf(n),
    );
  }
  const polygons = [{ outer: coast(10_000, 7, 0), holes: [] }];
  const triangles = kernel.triangulate(polygons);
  const swap = best(3, () => kernel.refineTriangles(triangles));
  row("refine the triangles of 10000 vertices", swap, sorted, sortOf(10_000));
  const cut = best(3, () => kernel.convexPieces(polygons, 8));
  row("convex pieces of 10000 vertices, 8 each", cut, sorted, sortOf(10_000));
}

function measuring() {
  const grid = { x: -1, y: -1, cell: 1 / 128, columns: 256, rows: 256 };
  for (const n of [100, 10_000]) {
    const index = kernel.distanceIndex(operand(coast(n, 7, 0)));
    row(
      `field of 256 × 256, ${n} edges`,
      best(3, () => index.field(grid)),
      "a sort of as many doubles",
      sortOf(65_536),
    );
  }
}

function evaluating() {
  for (const n of [10, 100, 1000]) {
    const script = (moved) =>
      Array.from({ length: n }, (_, i) =>
        i % 2
          ? `b${i} = a${i - 1} difference circle((${i}, 5), radius: 3)`
          : `a${i} = circle((${i === 0 ? moved : i}, 0), radius: 9)`,
      ).join("\n");
    const whole = best(3, () => new Sheet().update(script(0)));
    const sheet = new Sheet();
    sheet.update(script(0));
    let at = 0;
    const text = script(0);
    const parse = best(5, () => splitStatements(text).map((statement) => parseStatement(statement.text)));
    row(`parse ${n} definitions`, parse, "parsing and evaluating all", whole);
    row(`parse and evaluate ${n} definitions`, whole, "itself", whole);
    row(
      `one change among ${n} definitions`,
      best(20, () => sheet.update(script(++at))),
      "parsing and evaluating all",
      whole,
    );
  }
}

/** The least time of several runs, in milliseconds, after one to warm up. */
function best(runs, run) {
  run();
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    run();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

function operand(ring) {
  return { rings: [ring], fillRule: "nonzero" };
}

/** Numbers from 0 to 1 that are the same in every run. */
function random(n, seed) {
  const values = new Float64Array(n);
  let s = seed;
  for (let i = 0; i < n; i++) {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    values[i] = s / 2 ** 32;
  }
  return values;
}

/** A rough, simple outline around (shift, 0). */
function coast(n, seed, shift) {
  const noise = random(n + 8, seed);
  const ring = new Float64Array(2 * n);
  for (let i = 0; i < n; i++) {
    const angle = (2 * Math.PI * i) / n;
    let radius = 0.6;
    for (let k = 0; k < 8; k++) radius += 0.06 * 2 ** -k * Math.sin(3 * 2 ** k * angle + 7 * noise[k]);
    radius += (noise[i + 8] - 0.5) * (3 / n);
    ring[2 * i] = shift + radius * Math.cos(angle);
    ring[2 * i + 1] = radius * Math.sin(angle);
  }
  return ring;
}

/** Rows of tables, each with the name of its table before its own. */
function rowsOf(tables) {
  return Object.fromEntries(
    Object.entries(tables).flatMap(([name, rows]) =>
      Object.entries(rows).map(([row, cells]) => [`${name}, ${row}`, cells]),
    ),
  );
}
