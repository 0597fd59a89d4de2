import fc from "fast-check";
import { area, combine, operandOf, type RelationKind, relate } from "../src";
import { latticeOperand } from "./arbitraries";

const shape = fc.tuple(latticeOperand, fc.integer({ min: 0, max: 7 })).map(([operand, dx]) => {
  const rings = operand.rings.map((ring) => Float64Array.from(ring, (value, i) => (i % 2 === 0 ? value + dx : value)));
  return combine("union", { ...operand, rings }, { rings: [], fillRule: "nonzero" }).polygons;
});

/** By areas, and by the distances of all edges from each other. */
function slowly(a: ReturnType<typeof combine>["polygons"], b: typeof a): { kind: RelationKind; distance: number } {
  const both = area(combine("intersection", operandOf(a), operandOf(b)).polygons);
  const [left, right] = [area(a) - both, area(b) - both].map((value) => value > 1e-9);
  if (both > 1e-9) return { kind: left ? (right ? "overlapping" : "around") : right ? "inside" : "equal", distance: 0 };
  let distance = Number.POSITIVE_INFINITY;
  const gaps = (p: typeof a, q: typeof a): void => {
    for (const from of operandOf(p).rings)
      for (let i = 0; i < from.length; i += 2)
        for (const to of operandOf(q).rings)
          for (let k = 0; k < to.length; k += 2) {
            const j = (k + 2) % to.length;
            const [dx, dy] = [to[j] - to[k], to[j + 1] - to[k + 1]];
            const share = Math.min(
              1,
              Math.max(0, ((from[i] - to[k]) * dx + (from[i + 1] - to[k + 1]) * dy) / (dx * dx + dy * dy)),
            );
            distance = Math.min(
              distance,
              Math.hypot(to[k] + share * dx - from[i], to[k + 1] + share * dy - from[i + 1]),
            );
          }
  };
  gaps(a, b);
  gaps(b, a);
  return { kind: distance < 1e-9 ? "touching" : "apart", distance };
}

test("how two shapes lie to each other is what areas and distances say", () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.tuple(shape, shape),
        shape.map((one): [typeof one, typeof one] => [one, one]),
      ),
      ([a, b]) => {
        fc.pre(a.length > 0 && b.length > 0);
        const found = relate(a, b);
        const expected = slowly(a, b);
        // Vertices of unions are rounded: what meets but for that is apart by as much.
        const isHair = expected.kind === "touching" && found.kind === "apart" && found.distance < 1e-9;
        if (!isHair) expect(found.kind).toBe(expected.kind);
        const turned: Partial<Record<RelationKind, RelationKind>> = { inside: "around", around: "inside" };
        expect(relate(b, a).kind).toBe(turned[found.kind] ?? found.kind);
        if (found.kind === "apart") {
          expect(found.distance).toBeCloseTo(expected.distance, 9);
          const [p, q] = found.nearest!;
          expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeCloseTo(found.distance, 9);
        } else expect(found.distance).toBe(0);
      },
    ),
    { numRuns: 400 },
  );
  expect(relate([], [])).toEqual({ kind: "apart", distance: Number.POSITIVE_INFINITY, nearest: null, area: 0 });
});
