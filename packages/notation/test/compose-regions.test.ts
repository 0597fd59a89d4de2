import fc from "fast-check";
import { fewestOperands, type Shape, Sheet } from "../src";

/** All regions of n shapes in general position. */
const allRegions = (n: number) =>
  Array.from({ length: 2 ** n - 1 }, (_, k) => ({
    inside: Array.from({ length: n }, (_, shape) => shape).filter((shape) => ((k + 1) >> shape) & 1),
  }));
const NAMES = ["a", "b", "c", "d", "e"];
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
    .replace(/\b[a-e]\b/g, (name) => String(inside.includes(NAMES.indexOf(name))))
    .replaceAll(" union ", " || ")
    .replaceAll(" intersection ", " && ")
    .replaceAll(" difference ", " && !")
    .replaceAll(" xor ", " !== ");
  return new Function(`return ${js}`)() as boolean;
};
const operandsOf = (expression: string): number => expression.match(/\b[a-e]\b/g)!.length;

test.each([2, 3, 4, 5])("%i shapes: the expression selects the wanted regions and no other", (n) => {
  fc.assert(
    fc.property(fc.array(fc.nat(30), { minLength: 1, maxLength: 30 }), (picks) => {
      const regions = allRegions(n);
      const wanted = [...new Set(picks.map((pick) => pick % regions.length))];
      const { expression, isFewest } = fewestOperands(NAMES.slice(0, n), regions, wanted)!;
      // Up to four shapes have few enough sets of regions to keep them all; with five most take more than eight operands.
      if (n < 5) expect(isFewest).toBe(true);
      regions.forEach(({ inside }, i) => {
        expect([expression, i, holds(expression, inside)]).toEqual([expression, i, wanted.includes(i)]);
      });
    }),
    { numRuns: n < 5 ? 20 : 3 },
  );
});

test("of five shapes that all overlap, what can be told with up to eight operands never takes more", () => {
  const name = fc.constantFrom(...NAMES);
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
      fc.pre(operandsOf(told) <= 8 && wanted.length > 0);
      const found = fewestOperands(NAMES, regions, wanted)!;
      expect(found.isFewest).toBe(true);
      expect(operandsOf(found.expression)).toBeLessThanOrEqual(operandsOf(told));
      for (const [i, { inside }] of regions.entries()) expect(holds(found.expression, inside)).toBe(wanted.includes(i));
    }),
    { numRuns: 120 },
  );
  // Seven and eight operands are looked for, not kept.
  const wanted = regions.flatMap(({ inside }, i) =>
    holds("((a xor b) intersection (c xor d)) xor ((e difference a) intersection (b union c))", inside) ? [i] : [],
  );
  expect(operandsOf(fewestOperands(NAMES, regions, wanted)!.expression)).toBeLessThanOrEqual(8);
});

test("what is written computes in a sheet", () => {
  const expression = fewestOperands(NAMES.slice(0, 3), allRegions(3), [0, 3, 5])!.expression;
  const { definitions, diagnostics } = new Sheet().update(`${SHAPES.join("\n")}\npicked = ${expression}\n`);
  expect(diagnostics.filter(({ severity }) => severity === "error")).toEqual([]);
  expect((definitions[4].value as Shape).area).toBeGreaterThan(0);
});
