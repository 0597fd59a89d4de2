import fc from "fast-check";
import { clipLines, combine, locatePoint, type Operand, operandOf } from "../src";
import { latticeOperand, looseOperand } from "./arbitraries";

const square: Operand = { rings: [Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10)], fillRule: "nonzero" };
const lengthOf = (lines: readonly Float64Array[]): number =>
  lines.reduce((sum, line) => {
    let length = 0;
    for (let i = 2; i < line.length; i += 2) length += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]);
    return sum + length;
  }, 0);

test("parts inside, in order and direction, with the vertices that came in", () => {
  const parts = clipLines([Float64Array.of(-5, 5, 3.3, 5, 4.1, 7, 20, 7, 20, 2, 5, 2)], square);
  expect(parts.map((part) => [...part])).toEqual([
    [0, 5, 3.3, 5, 4.1, 7, 10, 7],
    [10, 2, 5, 2],
  ]);
  // Along the boundary counts; what only touches a corner from outside does not.
  expect(clipLines([Float64Array.of(2, 0, 6, 0)], square).map((part) => [...part])).toEqual([[2, 0, 6, 0]]);
  expect(clipLines([Float64Array.of(-1, 1, 1, -1)], square)).toEqual([]);
  expect(clipLines([Float64Array.of(20, 20, 30, 30)], square)).toEqual([]);
  expect(clipLines([], square)).toEqual([]);
});

test("as long as what sampling finds inside, and nowhere outside", () => {
  const coordinate = fc.double({ min: -1.5, max: 5.5, noNaN: true });
  fc.assert(
    fc.property(
      fc.oneof(latticeOperand, looseOperand),
      fc.array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 5 }),
      (shape, points) => {
        const line = Float64Array.from(points.flat());
        const parts = clipLines([line], shape);
        const region = operandOf(combine("union", shape, { rings: [], fillRule: "nonzero" }).polygons);
        for (const part of parts)
          for (let i = 2; i < part.length; i += 2) {
            const [x, y] = [(part[i] + part[i - 2]) / 2, (part[i + 1] + part[i - 1]) / 2];
            const { side } = locatePoint(x, y, region);
            // On the boundary to within the grid: a step to either side tells.
            const near = [-1e-9, 1e-9].flatMap((d) => [
              locatePoint(x + d, y, region).side,
              locatePoint(x, y + d, region).side,
            ]);
            expect(side !== "outside" || near.some((each) => each !== "outside")).toBe(true);
          }
        let inside = 0;
        const STEPS = 4000;
        for (let i = 2; i < line.length; i += 2)
          for (let k = 0; k < STEPS; k++) {
            const t = (k + 0.5) / STEPS;
            const [x, y] = [line[i - 2] + t * (line[i] - line[i - 2]), line[i - 1] + t * (line[i + 1] - line[i - 1])];
            if (locatePoint(x, y, region).side !== "outside")
              inside += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]) / STEPS;
          }
        expect(Math.abs(lengthOf(parts) - inside)).toBeLessThan(0.1);
      },
    ),
    { numRuns: 60 },
  );
});
