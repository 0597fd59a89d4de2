import fc from "fast-check";
import { combine, distanceIndex, medialAxis, operandOf } from "../src";

const NOTHING = { rings: [], fillRule: "nonzero" as const };
const polygonOf = (...ring: number[]) => ({ rings: [Float64Array.from(ring)], fillRule: "nonzero" as const });

test("of a rectangle: its middle line, and the bisectors of its corners", () => {
  const { lines, clearance } = medialAxis(polygonOf(0, 0, 30, 0, 30, 10, 0, 10), 0.37);
  expect(lines.length).toBe(5);
  lines.forEach((line, k) => {
    for (let i = 0; i < line.length; i += 2) {
      const [x, y] = [line[i], line[i + 1]];
      const depth = Math.min(x, 30 - x, y, 10 - y);
      expect(clearance[k][i / 2]).toBeCloseTo(depth, 12);
      const sides = [x, 30 - x, y, 10 - y].sort((a, b) => a - b);
      // Two sides are as near, but for the middle of a square in which three lines meet.
      expect(sides[1] - sides[0]).toBeLessThan(0.37);
    }
  });
  const on = lines.flatMap((line) => Array.from({ length: line.length / 2 }, (_, k) => [line[2 * k], line[2 * k + 1]]));
  const exact = on.filter(([x, y]) => {
    const sides = [x, 30 - x, y, 10 - y].sort((a, b) => a - b);
    return sides[1] - sides[0] < 1e-9;
  });
  expect(exact.length).toBeGreaterThanOrEqual(on.length - 6);
});

test("every place has two nearest points, seen at the angle or more apart, and lies inside", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 4, max: 20, noNaN: true }), { minLength: 4, maxLength: 12 }),
      fc.constantFrom(Math.PI / 3, Math.PI / 2),
      (radii, angle) => {
        const n = radii.length;
        const ring = radii.flatMap((radius, k) => {
          const turn = (2 * Math.PI * k) / n + 0.01;
          return [radius * Math.cos(turn), radius * Math.sin(turn)];
        });
        const shape = operandOf(combine("union", polygonOf(...ring), NOTHING).polygons);
        const index = distanceIndex(shape);
        const { lines } = medialAxis(shape, 0.8, angle);
        let junctions = 0;
        let all = 0;
        for (const line of lines)
          for (let i = 0; i < line.length; i += 2) {
            const [x, y] = [line[i], line[i + 1]];
            const { distance } = index.distance(x, y);
            expect(distance).toBeLessThan(0);
            all++;
            if (!hasTwo(shape.rings, x, y, -distance, angle)) junctions++;
          }
        // Only the middles of squares in which lines meet are beside the axis.
        expect(junctions).toBeLessThanOrEqual(Math.max(12, 0.35 * all));
      },
    ),
    { numRuns: 30 },
  );
});

/** Whether two boundary points as near as any are seen at an angle, by looking at the nearest point of every edge. */
function hasTwo(rings: readonly Float64Array[], x: number, y: number, gap: number, angle: number): boolean {
  const ways: [number, number][] = [];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      const [ux, uy] = [ring[j] - ring[i], ring[j + 1] - ring[i + 1]];
      const share = Math.min(1, Math.max(0, ((x - ring[i]) * ux + (y - ring[i + 1]) * uy) / (ux * ux + uy * uy)));
      const [dx, dy] = [ring[i] + share * ux - x, ring[i + 1] + share * uy - y];
      if (Math.hypot(dx, dy) <= gap + 1e-9) ways.push([dx, dy]);
    }
  return ways.some(([ax, ay]) =>
    ways.some(([bx, by]) => Math.acos(Math.max(-1, Math.min(1, (ax * bx + ay * by) / (gap * gap)))) >= angle - 1e-6),
  );
}

test("squares that are no squares are refused", () => {
  expect(() => medialAxis(polygonOf(0, 0, 30, 0, 30, 10), 0)).toThrow("greater than 0");
  expect(() => medialAxis(polygonOf(0, 0, 30, 0, 30, 10), 1e-6)).toThrow("too small");
  expect(medialAxis(NOTHING, 1)).toEqual({ lines: [], clearance: [] });
});
