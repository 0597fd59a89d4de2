import fc from "fast-check";
import { area, combine, coverage, hardEdged, locatePoint, operandOf } from "../src";
import { operandPair } from "./arbitraries";

const grid = fc.record({
  x: fc.constantFrom(-1.2, 0, 0.4, 2),
  y: fc.constantFrom(-1.1, 0, 0.7),
  cell: fc.constantFrom(0.25, 1, 1.7),
  columns: fc.integer({ min: 1, max: 6 }),
  rows: fc.integer({ min: 1, max: 6 }),
});

test("coverage is the area that polygons share with each cell; hard edges ask for its centre", () => {
  fc.assert(
    fc.property(operandPair, grid, ([a, b], cells) => {
      const { polygons } = combine("xor", a, b);
      const shares = coverage(polygons, cells);
      const filled = hardEdged(polygons, cells);
      for (let row = 0; row < cells.rows; row++)
        for (let column = 0; column < cells.columns; column++) {
          const [x0, y0] = [cells.x + column * cells.cell, cells.y + row * cells.cell];
          const [x1, y1] = [x0 + cells.cell, y0 + cells.cell];
          const box = { rings: [Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1)], fillRule: "nonzero" as const };
          const shared = area(combine("intersection", operandOf(polygons), box).polygons) / cells.cell ** 2;
          const at = row * cells.columns + column;
          expect(Math.abs(shares[at] - shared)).toBeLessThan(1e-11);
          const { side } = locatePoint(
            cells.x + (column + 0.5) * cells.cell,
            cells.y + (row + 0.5) * cells.cell,
            operandOf(polygons),
          );
          expect(filled[at]).toBe(side === "outside" ? 0 : 1);
        }
    }),
    { numRuns: 150 },
  );
});
