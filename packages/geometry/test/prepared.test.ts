import fc from "fast-check";
import { area, bounds, combine, type Operand, type Operation, operandOf, preparedOperand, type Ring } from "../src";
import { arrange } from "../src/arrangement/arrange";
import { SELECTIONS } from "../src/arrangement/combine";
import { select } from "../src/arrangement/output/select";
import { latticeOperand, looseOperand } from "./arbitraries";
import { flawsOf, textOf } from "./oracles/validity";

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];
const FRAME = { minX: -2, minY: -2, maxX: 8, maxY: 8 };
/** The frame and an eighth of it around: what the grid is made for. */
const BEYOND = Float64Array.of(-3.25, -3.25, 9.25, -3.25, 9.25, 9.25, -3.25, 9.25);

const scaled = (operand: Operand, factor: number, x: number, y: number): Operand => ({
  ...operand,
  rings: operand.rings.map((ring) => ring.map((v, i) => factor * v + (i % 2 ? y : x))),
});

/** A large operand with many vertices, so that windows hold a part of it. */
function coast(vertices: number, x: number, y: number, radius: number): Ring {
  const ring = new Float64Array(2 * vertices);
  for (let i = 0; i < vertices; i++) {
    const t = (2 * Math.PI * i) / vertices;
    const r = radius * (1 + 0.2 * Math.sin(7 * t) + 0.05 * Math.sin(41 * t + 1));
    ring[2 * i] = x + r * Math.cos(t);
    ring[2 * i + 1] = y + r * Math.sin(t);
  }
  return ring;
}

const large = fc.oneof(
  latticeOperand,
  looseOperand.map((operand) => scaled(operand, 3, 3, 3)),
  fc.tuple(fc.integer({ min: 20, max: 600 }), fc.boolean()).map(
    ([n, hollow]): Operand => ({
      rings: [coast(n, 3, 3, 2.5), ...(hollow ? [coast(n, 3.2, 2.9, 1.2).reverse()] : [])],
      fillRule: "evenodd",
    }),
  ),
);
const small = fc
  .tuple(looseOperand, fc.double({ min: 0, max: 5, noNaN: true }), fc.double({ min: 0, max: 5, noNaN: true }))
  .map(([operand, x, y]) => scaled(operand, 0.3, x, y));

test("within the window around a shape the result is that of the whole operands", () => {
  fc.assert(
    fc.property(large, small, fc.constantFrom(...OPERATIONS), (a, b, operation) => {
      const prepared = preparedOperand(a, FRAME);
      const near = prepared.combine(operation, b);
      expect(flawsOf(near.polygons)).toEqual([]);
      const selection = SELECTIONS[operation];
      const whole = select(arrange([operandOf(prepared.polygons), b], [], [BEYOND]), selection);
      const box = bounds(b.rings);
      if (!box || !near.window) return expect(near).toMatchObject({ window: null, polygons: [] });
      // What an intersection gives lies in the shape: it is the same bit for bit.
      if (operation === "intersection") expect(textOf(near.polygons)).toBe(textOf(whole.polygons));
      const { minX, minY, maxX, maxY } = near.window;
      expect(minX < box.minX && minY < box.minY && maxX > box.maxX && maxY > box.maxY).toBe(true);
      const corners = Float64Array.of(minX, minY, maxX, minY, maxX, maxY, minX, maxY);
      const window: Operand = { rings: [corners], fillRule: "nonzero" };
      const apart = combine(
        "xor",
        operandOf(combine("intersection", operandOf(whole.polygons), window).polygons),
        operandOf(near.polygons),
      );
      expect(area(apart.polygons)).toBeLessThan(1e-11);
    }),
    { numRuns: 300 },
  );
});

test("what lies outside of the frame is refused with its place", () => {
  const square = (x: number): Operand => ({
    rings: [Float64Array.of(x, 0, x + 1, 0, x + 1, 1, x, 1)],
    fillRule: "nonzero",
  });
  expect(() => preparedOperand(square(7.5), FRAME)).toThrow(
    "the operand: ring 1, vertex 2 at (8.5, 0) lies outside of the frame (-2, -2) to (8, 8)",
  );
  const prepared = preparedOperand(square(0), FRAME);
  expect(() => prepared.combine("union", square(-2.5))).toThrow(
    "the shape: ring 1, vertex 1 at (-2.5, 0) lies outside",
  );
  expect(() => prepared.combine("union", square(Number.NaN))).toThrow("(NaN, 0) lies outside");
  expect(prepared.combine("union", { rings: [], fillRule: "nonzero" })).toMatchObject({ window: null, polygons: [] });
});

test("frames of any size serve, also one as wide as doubles reach", () => {
  for (const size of [2 ** -1060, 1, 2 ** 1022]) {
    const block = (x: number): Operand => ({
      rings: [Float64Array.of(x, -size / 8, x + size / 2, -size / 8, x + size / 2, size / 8, x, size / 8)],
      fillRule: "nonzero",
    });
    const most = 1.9 * size;
    const prepared = preparedOperand(block(-size / 4), { minX: -most, minY: -most, maxX: most, maxY: most });
    const { polygons } = prepared.combine("intersection", block(0));
    expect(polygons.map(({ outer }) => [...outer].map((v) => v / size))).toEqual([
      [0, -0.125, 0.25, -0.125, 0.25, 0.125, 0, 0.125],
    ]);
  }
});
