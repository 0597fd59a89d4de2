import fc from "fast-check";
import { crossingPixel, type Pixel } from "../src/arrangement/crossing-pixel";
import { pixelGrid } from "../src/arrangement/grid";

test("the grid: halves of a step at most, whole numbers, there and back, at every size", () => {
  const exponent = fc.integer({ min: -1000, max: 1000 });
  const unit = fc.double({ min: -1, max: 1, noNaN: true });
  fc.assert(
    fc.property(exponent, fc.array(unit, { minLength: 4, maxLength: 12 }), unit, (e, values, shift) => {
      const ring = Float64Array.from(values.slice(0, values.length & ~1), (v) => (v + shift * 100) * 2 ** e);
      const { step, column, row, x, y } = pixelGrid([ring]);
      for (let i = 0; i < ring.length; i += 2) {
        const [c, r] = [column(ring[i]), row(ring[i + 1])];
        expect(Number.isInteger(c) && Number.isInteger(r)).toBe(true);
        expect(Math.max(Math.abs(c), Math.abs(r))).toBeLessThanOrEqual(2 ** 46);
        expect(Math.abs(x(c) - ring[i])).toBeLessThanOrEqual(step / 2);
        expect(Math.abs(y(r) - ring[i + 1])).toBeLessThanOrEqual(step / 2);
        expect([column(x(c)), row(y(r))]).toEqual([c, r]);
      }
    }),
    { numRuns: 300 },
  );
});

test("the grid is fine: 2^-44 of the extent or the doubles' own step, and exact on what it holds", () => {
  const { step, column, x } = pixelGrid([Float64Array.of(0, 0, 320, 310)]);
  expect(step).toBeLessThanOrEqual(320 * 2 ** -44);
  for (const value of [0, 0.5, 42, 319.75]) expect(x(column(value))).toBe(value);
  // Far away the doubles themselves are coarser.
  expect(pixelGrid([Float64Array.of(2 ** 52, 0, 2 ** 52 + 8, 1)]).step).toBe(1);
});

/** The crossing in fractions of BigInt, rounded half up. */
function exactPixel(v: readonly number[]): Pixel {
  const [ax, ay, bx, by, cx, cy, dx, dy] = v.map(BigInt);
  const den = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx);
  const num = (cx - ax) * (dy - cy) - (cy - ay) * (dx - cx);
  const rounded = (start: bigint, along: bigint): number => {
    const [n, d] = [2n * (start * den + num * along) + den, 2n * den];
    const q = n / d;
    return Number(n % d !== 0n && n < 0n !== d < 0n ? q - 1n : q);
  };
  return { x: rounded(ax, bx - ax), y: rounded(ay, by - ay) };
}

const pixel: Pixel = { x: 0, y: 0 };
const crosses = (v: readonly number[]): boolean => {
  const points = { x: Float64Array.of(v[0], v[2], v[4], v[6]), y: Float64Array.of(v[1], v[3], v[5], v[7]) };
  return crossingPixel(points, 0, 1, 2, 3, pixel);
};

test("the pixel of a crossing is the exact one, close calls and nearly parallel edges included", () => {
  const size = fc.constantFrom(4, 1000, 2 ** 30, 2 ** 45);
  const unit = fc.double({ min: -1, max: 1, noNaN: true });
  let crossings = 0;
  fc.assert(
    fc.property(size, fc.array(unit, { minLength: 8, maxLength: 8 }), fc.boolean(), (scale, values, parallel) => {
      const v = values.map((value) => Math.round(value * scale));
      if (parallel) {
        // The second edge from near one end of the first to near the other, on the other side.
        [v[4], v[5], v[6], v[7]] = [v[0] + 1, v[1] - 2, v[2] - 1, v[3] + 2];
      }
      if (!crosses(v)) return;
      crossings++;
      const want = exactPixel(v);
      expect([pixel.x + 0, pixel.y + 0]).toEqual([want.x, want.y]);
    }),
    { numRuns: 4000 },
  );
  expect(crossings).toBeGreaterThan(500);
});

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
