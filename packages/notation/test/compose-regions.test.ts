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
  expect(fewestOperands(NAMES.slice(0, n), allRegions(n), wanted)).toBe(expression);
});

test("regions that are empty are free: two shapes apart need no more than one", () => {
  expect(fewestOperands(["a", "b"], [{ inside: [0] }, { inside: [1] }], [0])).toBe("a");
  expect(fewestOperands(["a", "b"], allRegions(2), [])).toBeNull();
});

test("the expression selects the wanted regions and no other, also where it cannot be the shortest", () => {
  // Which shapes hold a place decides what an expression gives there.
  const holds = (expression: string, inside: readonly number[]): boolean => {
    const js = expression
      .replace(/\b[a-e]\b/g, (name) => String(inside.includes(NAMES.indexOf(name))))
      .replaceAll(" union ", " || ")
      .replaceAll(" intersection ", " && ")
      .replaceAll(" difference ", " && !")
      .replaceAll(" xor ", " !== ");
    return new Function(`return ${js}`)() as boolean;
  };
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 5 }), fc.array(fc.nat(30), { minLength: 1, maxLength: 12 }), (n, picks) => {
      const regions = allRegions(n);
      const wanted = [...new Set(picks.map((pick) => pick % regions.length))];
      const expression = fewestOperands(NAMES.slice(0, n), regions, wanted)!;
      regions.forEach(({ inside }, i) => {
        expect([expression, i, holds(expression, inside)]).toEqual([expression, i, wanted.includes(i)]);
      });
    }),
    { numRuns: 40 },
  );
});

test("what is written computes in a sheet", () => {
  const expression = fewestOperands(NAMES.slice(0, 4), allRegions(4), [0, 5, 9, 14])!;
  const { definitions, diagnostics } = new Sheet().update(`${SHAPES.join("\n")}\npicked = ${expression}\n`);
  expect(diagnostics.filter(({ severity }) => severity === "error")).toEqual([]);
  expect((definitions[4].value as Shape).area).toBeGreaterThan(0);
});
