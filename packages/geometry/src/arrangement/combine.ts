import type { Operand, Polygon, Ring, WindingRule } from "../polygon";
import { arrange, type Region } from "./arrange";
import { keepExamples } from "./kept";
import { type CombineResult, compareNumbers, type Selection, select } from "./select";

export type Operation = "union" | "intersection" | "difference" | "xor";

/**
 * A set operation on two shapes. The result is regularised, valid and canonical: rings start at their lexicographically
 * least vertex, rings and polygons are ordered by it. Throws `OperandError` for coordinates that are not finite; every
 * finite input has a result.
 */
export function combine(operation: Operation, a: Operand, b: Operand): CombineResult {
  return combineAll(operation, [a, b]);
}

/**
 * The same on any number of shapes at once: in at least one (union), in all (intersection), in the first and no other
 * (difference), in an odd number (xor). Without operands the result is empty.
 */
export function combineAll(operation: Operation, operands: readonly Operand[]): CombineResult {
  keepExamplesOnce();
  return select(arrange(operands), SELECTIONS[operation]);
}

let hasExamples = false;

/** Many crossings of long edges, and an outline with a copy that rounding makes another one. */
function keepExamplesOnce(): void {
  if (hasExamples) return;
  hasExamples = true;
  const lines = Array.from({ length: 9 }, (_, k) => k + 100.3);
  const upright = lines.map((x) => Float64Array.of(x, 99, x + 0.5, 99.1, x + 0.7, 112, x, 112.2));
  const across = lines.map((y) => Float64Array.of(99, y, 112, y + 0.2, 112.3, y + 0.6, 99.1, y + 0.4));
  const round = Float64Array.from({ length: 400 }, (_, k) => 100 + Math.sin((k >> 1) / 31.8 + ((k & 1) * Math.PI) / 2));
  const copy = round.map((value, k) => value + ((k * 7) % 5) * 1.5e-14);
  const region = (...rings: Ring[]): Region => ({ rings, fillRule: "nonzero" });
  keepExamples(() => {
    select(arrange([region(...upright), region(...across)]), SELECTIONS.union);
    select(arrange([region(round), region(copy)]), SELECTIONS.union);
  });
}

/** What outlines that cross and overlap as they may enclose under a rule, as valid polygons. */
export function cleaned(rings: Ring[], rule: WindingRule): CombineResult {
  return select(arrange([{ rings, fillRule: rule }]), ([inside]) => inside);
}

/** Every region of overlapping shapes by the set of shapes that it lies in (`inside`: indices of operands, rising). */
export function regions(operands: readonly Operand[]): { polygons: Polygon[]; inside: number[] }[] {
  const arrangement = arrange(operands);
  const keys = new Map<string, number[]>();
  for (let h = 0; h < 2 * arrangement.pieces.from.length; h++) {
    const inside = [...arrangement.inside(h)].flatMap((yes, k) => (yes ? [k] : []));
    if (inside.length) keys.set(inside.join(), inside);
  }
  const sets = [...keys.values()].sort((a, b) => a.length - b.length || compareNumbers(a, b));
  return sets.map((inside) => {
    const wanted = operands.map((_, k) => inside.includes(k));
    const { polygons } = select(arrangement, (flags) => flags.every((flag, k) => flag === wanted[k]));
    return { polygons, inside };
  });
}

/**
 * The places that lie in one of the sets of shapes (indices of operands, in any order) and in no other shape: any choice
 * among the regions as one shape.
 */
export function pickRegions(operands: readonly Operand[], sets: readonly (readonly number[])[]): CombineResult {
  const keyOf = (inside: readonly boolean[]): string => inside.map(Number).join("");
  const wanted = new Set(sets.map((set) => keyOf(operands.map((_, k) => set.includes(k)))));
  return select(arrange(operands), (inside) => wanted.has(keyOf(inside)));
}

/** What each operation takes of the places that lie in operands. */
export const SELECTIONS: Record<Operation, Selection> = {
  union: (inside) => inside.some(Boolean),
  intersection: (inside) => inside.length > 0 && inside.every(Boolean),
  difference: (inside) => inside[0] && !inside.some((yes, k) => yes && k > 0),
  xor: (inside) => inside.filter(Boolean).length % 2 === 1,
};
