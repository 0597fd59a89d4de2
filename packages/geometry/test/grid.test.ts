import fc from "fast-check";
import { crossingPixel, type Pixel } from "../src/arrangement/grid/crossing-pixel";
import type { GivenEdges } from "../src/arrangement/grid/given-edges";
import { pixelGrid } from "../src/arrangement/grid/grid";
import { MEETS, meetAsGiven } from "../src/arrangement/grid/near-edge";
import { toCommonIntegers } from "../src/numeric";

test("the grid: halves of a step at most, whole numbers, there and back, at every size", () => {
  const exponent = fc.integer({ min: -1000, max: 1000 });
  const unit = fc.double({ min: -1, max: 1, noNaN: true });
  fc.assert(
    fc.property(exponent, fc.array(unit, { minLength: 4, maxLength: 12 }), unit, (e, values, shift) => {
      const ring = Float64Array.from(values.slice(0, values.length & ~1), (v) => (v + shift * 100) * 2 ** e);
      const grid = pixelGrid([ring]);
      for (let i = 0; i < ring.length; i += 2) {
        const [c, r] = [grid.column(ring[i]), grid.row(ring[i + 1])];
        expect(Number.isInteger(c) && Number.isInteger(r)).toBe(true);
        expect(Math.max(Math.abs(c), Math.abs(r))).toBeLessThanOrEqual(2 ** 46);
        expect(Math.abs(grid.x(c) - ring[i])).toBeLessThanOrEqual(grid.step / 2);
        expect(Math.abs(grid.y(r) - ring[i + 1])).toBeLessThanOrEqual(grid.step / 2);
        expect([grid.column(grid.x(c)), grid.row(grid.y(r))]).toEqual([c, r]);
        const [dx, dy] = [grid.offsetX(ring[i], c), grid.offsetY(ring[i + 1], r)];
        expect(dx >= -0.5 && dx < 0.5 && dy >= -0.5 && dy < 0.5).toBe(true);
        // Exact where the value is in the range of common doubles.
        if (Math.abs(e) < 900) expect(grid.x(c) + dx * grid.step).toBe(ring[i] + 0);
      }
    }),
    { numRuns: 300 },
  );
});

test("the grid is fine: 2^-44 of the extent or the doubles' own step, and exact on what it holds", () => {
  const grid = pixelGrid([Float64Array.of(0, 0, 320, 310)]);
  expect(grid.step).toBeLessThanOrEqual(320 * 2 ** -44);
  for (const value of [0, 0.5, 42, 319.75]) expect(grid.x(grid.column(value))).toBe(value);
  // Far away the doubles themselves are coarser.
  expect(pixelGrid([Float64Array.of(2 ** 52, 0, 2 ** 52 + 8, 1)]).step).toBe(1);
});

/** The crossing in fractions of BigInt, rounded half up; coordinates are the sums of two doubles. */
function exactPixel(wholes: readonly number[], offsets: readonly number[]): Pixel {
  const { integers } = toCommonIntegers([1, ...wholes, ...offsets]);
  const one = integers[0];
  const [ax, ay, bx, by, cx, cy, dx, dy] = wholes.map((_, k) => integers[1 + k] + integers[9 + k]);
  const den = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx);
  const num = (cx - ax) * (dy - cy) - (cy - ay) * (dx - cx);
  const rounded = (start: bigint, along: bigint): number => {
    const [n, d] = [2n * (start * den + num * along) + den * one, 2n * den * one];
    const q = n / d;
    return Number(n % d !== 0n && n < 0n !== d < 0n ? q - 1n : q);
  };
  return { x: rounded(ax, bx - ax), y: rounded(ay, by - ay) };
}

const pixel: Pixel = { x: 0, y: 0 };

/** Two edges, from x y to x y each. */
function edgesOf(wholes: readonly number[], offsets: readonly number[]): GivenEdges {
  const every = (values: readonly number[], from: number) =>
    Float64Array.of(...[0, 1, 2, 3].map((k) => values[2 * k + from]));
  const [x, y, startX, startY] = [every(wholes, 0), every(wholes, 1), every(offsets, 0), every(offsets, 1)];
  return { x, y, next: Int32Array.of(1, 1, 3, 3), startX, startY, endX: startX, endY: startY };
}

const crosses = (v: readonly number[], offsets: readonly number[] = v.map(() => 0)): boolean =>
  crossingPixel(edgesOf(v, offsets), 0, 2, pixel);

/** Offsets in pixels: none, plain halves, and as fine as doubles go. */
const offset = fc.oneof(
  fc.constantFrom(0, -0.5, 0.25, 2 ** -53, -(2 ** -300)),
  fc.double({ min: -0.5, max: 0.4999, noNaN: true }),
);

test("the pixel of a crossing is the exact one, close calls, nearly parallel edges and ends off the grid included", () => {
  const size = fc.constantFrom(4, 1000, 2 ** 30, 2 ** 45);
  const unit = fc.double({ min: -1, max: 1, noNaN: true });
  const eight = fc.array(offset, { minLength: 8, maxLength: 8 });
  let crossings = 0;
  fc.assert(
    fc.property(
      size,
      fc.array(unit, { minLength: 8, maxLength: 8 }),
      fc.constantFrom("any", "parallel", "twins"),
      fc.oneof(fc.constant([0, 0, 0, 0, 0, 0, 0, 0]), eight),
      (scale, values, kind, offsets) => {
        const v = values.map((value) => Math.round(value * scale) + 0);
        // The second edge from near one end of the first to near the other, on the other side; or in the same pixels.
        if (kind === "parallel") [v[4], v[5], v[6], v[7]] = [v[0] + 1, v[1] - 2, v[2] - 1, v[3] + 2];
        if (kind === "twins") [v[4], v[5], v[6], v[7]] = [v[0], v[1], v[2], v[3]];
        if (!crosses(v, offsets)) return;
        crossings++;
        const want = exactPixel(v, offsets);
        expect([pixel.x + 0, pixel.y + 0]).toEqual([want.x, want.y]);
      },
    ),
    { numRuns: 6000 },
  );
  expect(crossings).toBeGreaterThan(500);
});

test("which edges properly cross, and which pixels they meet, is decided for the edges as they were given", () => {
  const small = fc.integer({ min: -3, max: 3 });
  const counts = { crossings: 0, met: 0, not: 0 };
  fc.assert(
    fc.property(
      fc.array(small, { minLength: 10, maxLength: 10 }),
      fc.array(offset, { minLength: 8, maxLength: 8 }),
      (v, offsets) => {
        const edges = edgesOf(v, offsets);
        const { integers } = toCommonIntegers([0.5, ...v.slice(0, 8), ...offsets]);
        const [ax, ay, bx, by, cx, cy, dx, dy] = offsets.map((_, k) => integers[1 + k] + integers[9 + k]);
        const turn = (px: bigint, py: bigint, qx: bigint, qy: bigint, rx: bigint, ry: bigint): number => {
          const cross = (qx - px) * (ry - py) - (qy - py) * (rx - px);
          return cross > 0n ? 1 : cross < 0n ? -1 : 0;
        };
        const isCrossing =
          turn(ax, ay, bx, by, cx, cy) * turn(ax, ay, bx, by, dx, dy) < 0 &&
          turn(cx, cy, dx, dy, ax, ay) * turn(cx, cy, dx, dy, bx, by) < 0;
        expect(crossingPixel(edges, 0, 2, pixel)).toBe(isCrossing);
        if (isCrossing) counts.crossings++;
        // A pixel that holds no end, cut out of the edge by its sides.
        const [px, py] = [v[8], v[9]];
        if ((px === v[0] && py === v[1]) || (px === v[2] && py === v[3])) return;
        const want = cutBy([ax, ay, bx, by], integers[0], px, py);
        const how = new Uint8Array(1);
        const point = { x: Float64Array.of(px), y: Float64Array.of(py) };
        meetAsGiven(edges, 0, point, Int32Array.of(0), 0, 1, how, new Float64Array(1));
        expect(how[0] === MEETS).toBe(want);
        counts[want ? "met" : "not"]++;
      },
    ),
    { numRuns: 3000 },
  );
  expect(Math.min(counts.crossings, counts.met, counts.not)).toBeGreaterThan(50);
});

/**
 * Whether an edge has a point in a half-open pixel, of which half a side is `half` long: the range of its parameter (in
 * fractions n / d, with whether the ends belong to it) where it lies between the sides.
 */
function cutBy([ax, ay, bx, by]: bigint[], half: bigint, px: number, py: number): boolean {
  let [low, high] = [
    { n: 0n, d: 1n, open: false },
    { n: 1n, d: 1n, open: false },
  ];
  const isLess = (p: { n: bigint; d: bigint }, q: { n: bigint; d: bigint }): boolean => p.n * q.d < q.n * p.d;
  for (const [from, to, middle] of [
    [ax, bx, 2n * half * BigInt(px)],
    [ay, by, 2n * half * BigInt(py)],
  ]) {
    const [left, right] = [middle - half, middle + half];
    if (from === to) {
      if (from < left || from >= right) return false;
      continue;
    }
    const at = (side: bigint, open: boolean) =>
      to > from ? { n: side - from, d: to - from, open } : { n: from - side, d: from - to, open };
    const [first, last] = to > from ? [at(left, false), at(right, true)] : [at(right, true), at(left, false)];
    if (isLess(low, first) || (!isLess(first, low) && first.open)) low = first;
    if (isLess(last, high) || (!isLess(high, last) && last.open)) high = last;
  }
  return isLess(low, high) || (!isLess(high, low) && !low.open && !high.open);
}

test("edges that touch or overlap do not properly cross", () => {
  [pixel.x, pixel.y] = [7, 7];
  for (const edges of [
    [0, 0, 4, 0, 2, 0, 2, 4],
    [0, 0, 4, 0, 1, 0, 3, 0],
    [0, 0, 4, 4, 4, 4, 8, 0],
    [0, 0, 4, 0, 0, 1, 4, 1],
  ])
    expect(crosses(edges)).toBe(false);
  expect(pixel).toEqual({ x: 7, y: 7 });
  // Halves go up, in both directions of both edges: (0,0)-(1,1) and (0,1)-(1,0) meet in (½, ½).
  for (const edges of [
    [0, 0, 1, 1, 0, 1, 1, 0],
    [1, 1, 0, 0, 1, 0, 0, 1],
  ]) {
    expect(crosses(edges)).toBe(true);
    expect(pixel).toEqual({ x: 1, y: 1 });
  }
});
