import { shapeField } from "@vertexon/geometry";
import fc from "fast-check";
import { bilinearOutline } from "@/worker/questions/bilinear-outline";
import { outlineErrors } from "@/worker/questions/outline-errors";

type Point = readonly [number, number];

/** A ring around a place, its corners in turn further away and nearer. */
const ring = fc
  .tuple(
    fc.double({ min: 8, max: 32, noNaN: true }),
    fc.double({ min: 8, max: 32, noNaN: true }),
    fc.array(fc.double({ min: 1, max: 7, noNaN: true }), { minLength: 3, maxLength: 9 }),
  )
  .map(([x, y, radii]) =>
    radii.map((radius, k): Point => {
      const angle = (2 * Math.PI * k) / radii.length;
      return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
    }),
  );

/** The distance from a place to a line, edge by edge. */
function distanceTo([x, y]: Point, line: readonly Point[]): number {
  return Math.min(
    ...line.slice(1).map(([bx, by], k) => {
      const [ax, ay] = line[k];
      const [dx, dy] = [bx - ax, by - ay];
      const share = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
      return Math.hypot(ax + share * dx - x, ay + share * dy - y);
    }),
  );
}

/** Places all along a line, close to each other. */
function placesAlong(line: readonly Point[]): Point[] {
  return line.slice(1).flatMap(([bx, by], k) => {
    const [ax, ay] = line[k];
    return Array.from({ length: 50 }, (_, i): Point => [ax + (i / 50) * (bx - ax), ay + (i / 50) * (by - ay)]);
  });
}

test("no place of either outline is much further from the other than the errors say, and none said is made up", () => {
  let seen = 0;
  fc.assert(
    fc.property(ring, fc.double({ min: 0.4, max: 4, noNaN: true }), (points, cell) => {
      const side = Math.ceil(40 / cell);
      const grid = { x: 0, y: 0, cell, columns: side, rows: side };
      const outline = { rings: [Float64Array.from(points.flat())], fillRule: "nonzero" as const };
      const field = shapeField(outline);
      const values = field.sample(grid);
      const lines = bilinearOutline(grid, values);
      const { greatest, parts, missed } = outlineErrors(
        { rings: outline.rings, distances: field.list },
        grid,
        values,
        lines,
      );
      expect([parts, missed]).toEqual([1, lines.length === 0 ? 1 : 0]);
      if (!greatest) return expect(lines).toEqual([]);
      seen++;
      const closed = [...points, points[0]];
      const read = lines.map((line) =>
        Array.from({ length: line.length / 2 }, (_, k): Point => [line[2 * k], line[2 * k + 1]]),
      );
      const away = placesAlong(closed).map((place) => Math.min(...read.map((line) => distanceTo(place, line))));
      const back = read.flat().map((place) => distanceTo(place, closed));
      const most = Math.max(...away, ...back);
      // Between places that are looked at, a half of a cell apart, a distance grows by a quarter of that at most.
      expect(greatest.distance).toBeGreaterThanOrEqual(most - cell / 4 - 1e-9);
      // Nor do those that are looked at here lie everywhere.
      expect(greatest.distance).toBeLessThanOrEqual(most + 0.2);
    }),
    { numRuns: 60 },
  );
  expect(seen).toBeGreaterThan(30);
});
