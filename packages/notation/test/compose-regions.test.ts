import { readFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";
import { FiveShapes, fewestOperands, needsFiveShapes, type Shape, Sheet } from "../src";
import type { RegionTree } from "../src/regions/joining";

const table = new FiveShapes(readFileSync(path.join(__dirname, "../data/five-shapes.bin")));

/** All regions of n shapes in general position. */
const allRegions = (n: number) =>
  Array.from({ length: 2 ** n - 1 }, (_, k) => ({
    inside: Array.from({ length: n }, (_, shape) => shape).filter((shape) => ((k + 1) >> shape) & 1),
  }));
const NAMES = ["a", "b", "c", "d", "e", "f", "g"];
const SHAPES = [
  "a = circle((40, 40), radius: 30)",
  "b = circle((60, 40), radius: 30)",
  "c = circle((50, 60), radius: 30)",
  "d = rect((30, 45), width: 40, height: 10)",
];

test.each<[number, number[], string]>([
  [2, [0], "a difference b"],
  [2, [0, 1, 2], "a union b"],
  [2, [0, 1], "a xor b"],
  [3, [6], "a intersection b intersection c"],
  [3, [0, 1, 3, 6], "a xor b xor c"],
  [3, [0, 1, 2], "(a union b) difference c"],
])("%i shapes, regions %p: %s", (n, wanted, expression) => {
  expect(fewestOperands(NAMES.slice(0, n), allRegions(n), wanted)).toEqual({ expression, isFewest: true });
});

test("regions that are empty are free: two shapes apart need no more than one", () => {
  expect(fewestOperands(["a", "b"], [{ inside: [0] }, { inside: [1] }], [0])?.expression).toBe("a");
  expect(fewestOperands(["a", "b"], allRegions(2), [])).toBeNull();
});

/** Whether a place that lies in some of the shapes lies in what an expression gives. */
const holds = (expression: string, inside: readonly number[]): boolean => {
  const js = expression
    .replace(/\b[a-g]\b/g, (name) => String(inside.includes(NAMES.indexOf(name))))
    .replaceAll(" union ", " || ")
    .replaceAll(" intersection ", " && ")
    .replaceAll(" difference ", " && !")
    .replaceAll(" xor ", " !== ");
  return new Function(`return ${js}`)() as boolean;
};
const operandsOf = (expression: string): number => expression.match(/\b[a-g]\b/g)!.length;

test.each([2, 3, 4, 5])("%i shapes: the expression selects the wanted regions and no other", (n) => {
  fc.assert(
    fc.property(fc.array(fc.nat(30), { minLength: 1, maxLength: 30 }), (picks) => {
      const regions = allRegions(n);
      const wanted = [...new Set(picks.map((pick) => pick % regions.length))];
      const { expression, isFewest } = fewestOperands(NAMES.slice(0, n), regions, wanted, table)!;
      expect(isFewest).toBe(true);
      // No set of regions of five shapes takes more than thirteen operands.
      expect(operandsOf(expression)).toBeLessThanOrEqual(13);
      regions.forEach(({ inside }, i) => {
        expect([expression, i, holds(expression, inside)]).toEqual([expression, i, wanted.includes(i)]);
      });
    }),
    { numRuns: n < 5 ? 20 : 200 },
  );
});

test("of five shapes that all overlap, what can be told with so many operands never takes more", () => {
  const name = fc.constantFrom(...NAMES.slice(0, 5));
  const { tree } = fc.letrec<{ tree: string }>((tie) => ({
    tree: fc.oneof(
      { depthSize: "small" },
      name,
      fc
        .tuple(tie("tree"), fc.constantFrom("union", "intersection", "difference", "xor"), tie("tree"))
        .map(([p, operation, q]) => `(${p} ${operation} ${q})`),
    ),
  }));
  const regions = allRegions(5);
  fc.assert(
    fc.property(tree, (told) => {
      const wanted = regions.flatMap(({ inside }, i) => (holds(told, inside) ? [i] : []));
      fc.pre(wanted.length > 0);
      const found = fewestOperands(NAMES.slice(0, 5), regions, wanted, table)!;
      expect(found.isFewest).toBe(true);
      expect(operandsOf(found.expression)).toBeLessThanOrEqual(operandsOf(told));
      for (const [i, { inside }] of regions.entries()) expect(holds(found.expression, inside)).toBe(wanted.includes(i));
    }),
    { numRuns: 120 },
  );
});

test("where some regions are empty, the table tells as few operands as making all sets does", () => {
  const places = [0, 2, 3, 6, 8, 11, 13, 16, 17, 20, 22, 25, 27, 28, 30];
  const regions = places.map((place) => allRegions(5)[place]);
  const bits = (of: readonly number[]): number => of.reduce((set, place) => set | (1 << (place + 1)), 0);
  const operandsIn = (tree: RegionTree): number =>
    typeof tree === "number" ? 1 : operandsIn(tree.a) + operandsIn(tree.b);
  for (const wanted of [
    [1, 4, 6, 7, 9, 14],
    [0, 2, 3, 5, 8, 10, 11, 12],
  ]) {
    const made = fewestOperands(NAMES.slice(0, 5), regions, wanted)!;
    expect(made.isFewest).toBe(true);
    const found = table.fewest(bits(places), bits(wanted.map((i) => places[i])));
    expect(operandsIn(found)).toBe(operandsOf(made.expression));
  }
});

test("with more regions, some of them empty, the table tells an expression that selects the wanted ones", () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat(30), { minLength: 19, maxLength: 30 }), fc.nat(), (places, picks) => {
      const regions = places.map((place) => allRegions(5)[place]);
      const wanted = [...regions.keys()].filter((i) => i === 0 || (picks >> i) & 1);
      expect(needsFiveShapes(NAMES.slice(0, 5), regions)).toBe(true);
      const { expression, isFewest } = fewestOperands(NAMES.slice(0, 5), regions, wanted, table)!;
      expect(isFewest).toBe(true);
      for (const [i, { inside }] of regions.entries()) expect(holds(expression, inside)).toBe(wanted.includes(i));
    }),
    { numRuns: 20 },
  );
});

test("without the table what takes many operands is right, and may be longer", () => {
  const regions = allRegions(5);
  // Seven and eight operands are looked for, not kept.
  const told = "((a xor b) intersection (c xor d)) xor ((e difference a) intersection (b union c))";
  const wanted = regions.flatMap(({ inside }, i) => (holds(told, inside) ? [i] : []));
  expect(operandsOf(fewestOperands(NAMES.slice(0, 5), regions, wanted)!.expression)).toBeLessThanOrEqual(8);
  const many = [0, 3, 5, 6, 9, 12, 15, 17, 18, 22, 25, 30];
  const { expression, isFewest } = fewestOperands(NAMES.slice(0, 5), regions, many)!;
  expect(isFewest).toBe(false);
  for (const [i, { inside }] of regions.entries()) expect(holds(expression, inside)).toBe(many.includes(i));
  const fewest = operandsOf(fewestOperands(NAMES.slice(0, 5), regions, many, table)!.expression);
  expect(fewest).toBeLessThanOrEqual(operandsOf(expression));
  expect(operandsOf(expression)).toBeLessThan(2 * fewest);
});

test.each([6, 7])("of %i shapes, any choice of regions is told by an expression that is right and not long", (n) => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 2 ** n - 1 }), { minLength: 20, maxLength: 26 }),
      fc.nat(),
      (masks, picks) => {
        const regions = masks.map((mask) => ({ inside: [...NAMES.slice(0, n).keys()].filter((k) => (mask >> k) & 1) }));
        const wanted = [...regions.keys()].filter((i) => i === 0 || (picks >> i) & 1);
        const { expression } = fewestOperands(NAMES.slice(0, n), regions, wanted, table)!;
        for (const [i, { inside }] of regions.entries()) expect(holds(expression, inside)).toBe(wanted.includes(i));
        expect(operandsOf(expression)).toBeLessThan(4 * n);
      },
    ),
    { numRuns: 2 },
  );
});

test("bytes that are no table are refused", () => {
  expect(() => new FiveShapes(Uint8Array.of(1, 0x21, 0, 0, 0, 0, 255))).toThrow(RangeError);
});

test("what is written computes in a sheet", () => {
  const expression = fewestOperands(NAMES.slice(0, 3), allRegions(3), [0, 3, 5])!.expression;
  const { definitions, diagnostics } = new Sheet().update(`${SHAPES.join("\n")}\npicked = ${expression}\n`);
  expect(diagnostics.filter(({ severity }) => severity === "error")).toEqual([]);
  expect((definitions[4].value as Shape).area).toBeGreaterThan(0);
});
