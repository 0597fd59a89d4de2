import fc from "fast-check";
import { area, combine, cut, type Operand, operandOf, type Polygon } from "../src";
import { latticeOperand, looseOperand } from "./arbitraries";
import { flawsOf } from "./oracles/validity";

const square: Operand = { rings: [Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10)], fillRule: "nonzero" };
const sizes = (polygons: Polygon[]): number[] => polygons.map((polygon) => area([polygon]));

describe("cut", () => {
  it("gives the pieces on both sides of a line, as two intersections do, with the same area in all", () => {
    fc.assert(
      fc.property(
        fc.oneof(latticeOperand, looseOperand),
        fc.integer({ min: -3, max: 9 }),
        fc.integer({ min: -3, max: 9 }),
        (shape, from, to) => {
          const line = Float64Array.of(-20, from, 20, to);
          const above = Float64Array.of(-20, from, 20, to, 20, 30, -20, 30);
          const half: Operand = { rings: [above], fillRule: "nonzero" };
          const pieces = cut(shape, [line]).polygons;
          const sides = [combine("intersection", shape, half), combine("difference", shape, half)];
          expect(pieces.length).toBe(sides[0].polygons.length + sides[1].polygons.length);
          for (const piece of pieces) expect(flawsOf([piece])).toEqual([]);
          const whole = area(combine("union", shape, shape).polygons);
          expect(area(pieces)).toBeCloseTo(whole, 9);
          // Together the pieces are the shape again.
          expect(area(combine("union", operandOf(pieces), operandOf([])).polygons)).toBeCloseTo(whole, 9);
        },
      ),
    );
  });

  it("leaves whole what a polyline does not divide, without a trace of it", () => {
    const [piece] = cut(square, [Float64Array.of(-5, 5, 5, 5), Float64Array.of(3, 3, 4, 4)]).polygons;
    expect([...piece.outer]).toEqual([...square.rings[0]]);
    expect(cut(square, []).polygons).toHaveLength(1);
  });

  it("cuts out what a polyline runs around, also where two meet, and bends with its vertices", () => {
    const loop = Float64Array.of(2, 2, 6, 2, 6, 6, 2, 6, 2, 2);
    const ring = cut(square, [loop, Float64Array.of(6, 4, 8, 4)]).polygons;
    expect(ring.map(({ holes }) => holes.length)).toEqual([1, 0]);
    expect(sizes(ring)).toEqual([84, 16]);
    const bend = cut(square, [Float64Array.of(-1, 4, 5, 4, 5, 11)]).polygons;
    expect(sizes(bend).sort((a, b) => a - b)).toEqual([30, 70]);
    expect(cut(square, [Float64Array.of(-1, 5, 11, 5), Float64Array.of(5, 11, 5, -1)]).polygons).toHaveLength(4);
  });

  it("counts a polyline that comes back over itself", () => {
    expect(cut(square, [Float64Array.of(-1, 5, 11, 5, -1, 5)]).polygons).toHaveLength(2);
  });
});
