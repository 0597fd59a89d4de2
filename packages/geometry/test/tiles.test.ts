import fc from "fast-check";
import { area, combine, combineAll, type Operand, OperandError, operandOf, type Tile, tiles } from "../src";
import { latticeOperand, looseOperand } from "./arbitraries";
import { flawsOf } from "./oracles/validity";

test("tiles hold what an intersection with each of them gives, and match along their seams", () => {
  const grid = fc.record({
    x: fc.constantFrom(-1, 0, 0.3),
    y: fc.constantFrom(-1, 0, 0.7),
    width: fc.constantFrom(0.5, 1, 2.3),
    height: fc.constantFrom(0.4, 1, 3),
    columns: fc.integer({ min: 1, max: 4 }),
    rows: fc.integer({ min: 1, max: 4 }),
  });
  fc.assert(
    fc.property(fc.oneof(latticeOperand, looseOperand), grid, (shape, cells) => {
      const { tiles: found, lines } = tiles(shape, cells);
      const { x, y, width, height, columns, rows } = cells;
      for (let row = 0; row < rows; row++)
        for (let column = 0; column < columns; column++) {
          const [x0, y0, x1, y1] = [
            x + column * width,
            y + row * height,
            x + (column + 1) * width,
            y + (row + 1) * height,
          ];
          const box: Operand = { rings: [Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1)], fillRule: "nonzero" };
          const tile = found.find((each) => each.column === column && each.row === row);
          const want = area(combine("intersection", shape, box).polygons);
          expect(area(tile?.polygons ?? [])).toBeCloseTo(want, 9);
          expect(flawsOf(tile?.polygons ?? [])).toEqual([]);
        }
      for (const tile of found) expect(strayEdges(tile, [shape.rings, lines])).toBe(0);
      // Put together again they are one piece wherever the shape is: no seam is left open.
      const whole: Operand = {
        rings: [
          Float64Array.of(x, y, x + columns * width, y, x + columns * width, y + rows * height, x, y + rows * height),
        ],
        fillRule: "nonzero",
      };
      const joined = combineAll(
        "union",
        found.map(({ polygons }) => operandOf(polygons)),
      );
      const direct = combine("intersection", shape, whole);
      expect(area(joined.polygons)).toBeCloseTo(area(direct.polygons), 9);
      expect(joined.polygons.length).toBe(direct.polygons.length);
    }),
    { numRuns: 60 },
  );
});

/** Edges of a tile whose ends do not lie on the edge that they are said to come from. */
function strayEdges({ polygons, origins }: Tile, operands: readonly Float64Array[][]): number {
  const rings = polygons.flatMap(({ outer, holes }) => [outer, ...holes]);
  let stray = 0;
  origins().forEach(({ operand, ring, edge }, r) => {
    expect(2 * edge.length).toBe(rings[r].length);
    for (let i = 0; i < edge.length; i++) {
      const from = operands[operand[i]][ring[i]];
      const [e, f] = [2 * edge[i], (2 * edge[i] + 2) % from.length];
      const [ax, ay, dx, dy] = [from[e], from[e + 1], from[f] - from[e], from[f + 1] - from[e + 1]];
      for (const k of [2 * i, (2 * i + 2) % rings[r].length]) {
        const [px, py] = [rings[r][k] - ax, rings[r][k + 1] - ay];
        if (Math.abs(dx * py - dy * px) > 1e-9 * Math.hypot(dx, dy)) stray++;
      }
    }
  });
  return stray;
}

test("a grid without tiles is refused", () => {
  const shape: Operand = { rings: [Float64Array.of(0, 0, 1, 0, 1, 1)], fillRule: "nonzero" };
  const grid = { x: 0, y: 0, width: 1, height: 1, columns: 2, rows: 2 };
  for (const change of [{ columns: 0 }, { rows: 1.5 }, { width: 0 }, { height: Number.NaN }, { columns: 1e6 }])
    expect(() => tiles(shape, { ...grid, ...change })).toThrow(OperandError);
  expect(tiles({ rings: [], fillRule: "nonzero" }, grid).tiles).toEqual([]);
});
