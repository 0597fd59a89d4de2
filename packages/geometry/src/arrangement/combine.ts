import { type Operand, OperandError, type Polygon, type Ring, type WindingRule } from "../polygon";
import { arrange, type Region } from "./arrange";
import { type CombineResult, compareNumbers, type Selection, select } from "./output/select";
import { inGeneralPosition } from "./small/general-position";
import { TooManyCrossings } from "./snapping/meetings";

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
  const small = inGeneralPosition(operands, SELECTIONS[operation]);
  if (small) return small;
  return select(arrange(operands), SELECTIONS[operation]);
}

/** What outlines that cross and overlap as they may enclose under a rule, as valid polygons. */
export function cleaned(rings: Ring[], rule: WindingRule): CombineResult {
  const operand = { rings, fillRule: rule };
  return select(arrange([operand]), ([inside]) => inside);
}

/** The same as {@link cleaned}, or null where more than `most` edges cross. */
export function cleanedWithin(rings: Ring[], rule: WindingRule, most: number): CombineResult | null {
  return unlessTooMany([{ rings, fillRule: rule }], ([inside]) => inside, most);
}

/** The same as {@link combine}, or null where more than `most` edges cross. */
export function combineWithin(operation: Operation, a: Operand, b: Operand, most: number): CombineResult | null {
  return unlessTooMany([a, b], SELECTIONS[operation], most);
}

function unlessTooMany(regions: Region[], selection: Selection, most: number): CombineResult | null {
  try {
    return select(arrange(regions, [], [], most), selection);
  } catch (error) {
    if (error instanceof TooManyCrossings) return null;
    throw error;
  }
}

/**
 * Every region of overlapping shapes by the set of shapes that it lies in (`inside`: indices of operands, rising): valid
 * polygons, disjoint, the union of the shapes together. One arrangement, and a selection for each set: O((n + k) log n) and
 * linear in its pieces times the sets.
 */
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
 * among the regions as one shape. Throws `OperandError` for an empty set, which would be all that lies outside, and for an
 * index without an operand.
 */
export function pickRegions(operands: readonly Operand[], sets: readonly (readonly number[])[]): CombineResult {
  sets.forEach((set, k) => {
    if (set.length === 0 || !set.every((index) => index in operands))
      throw new OperandError(
        0,
        0,
        `set ${k + 1}: [${set.join(", ")}], expected indices of ${operands.length} operands`,
      );
  });
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
