/**
 * Sets of the regions of five shapes as integers: bit k stands for the region that lies in the shapes of mask k. Bit 0, the
 * outside, is never set.
 *
 * Renaming shapes, and putting what lies outside of some shape for what lies inside, changes no expression's number of
 * operands: a complement anywhere only turns one set operation into another one. The 3840 sets that become each other in
 * this way (fewer where some coincide) are a class; its least member, unsigned, stands for all of them. There are 616,125
 * classes but for the empty one (D. E. Knuth, The Art of Computer Programming 4A, 7.1.2).
 */
export const SHAPES = 5;

/** The set of each shape. */
export const SINGLE = Array.from({ length: SHAPES }, (_, shape) => {
  let set = 0;
  for (let k = 0; k < 1 << SHAPES; k++) if ((k >> shape) & 1) set |= 1 << k;
  return set;
});

/** Steps that lead from a set through all of its images: i < 5 turns shape i inside out, 5 + i swaps shapes i and i + 1. */
export const STEPS = allSteps();

/** Each step swaps bits in pairs: so far apart, and the lower one of each pair among these. */
const BY = Int32Array.from({ length: 2 * SHAPES - 1 }, (_, step) => 1 << (step < SHAPES ? step : step - SHAPES));
const LOWER = Int32Array.from({ length: 2 * SHAPES - 1 }, (_, step) =>
  step < SHAPES ? ~SINGLE[step] : SINGLE[step - SHAPES] & ~SINGLE[step - SHAPES + 1],
);

/** A set after one step. */
export function stepped(set: number, step: number): number {
  const by = BY[step];
  const moved = ((set >>> by) ^ set) & LOWER[step];
  return set ^ moved ^ (moved << by);
}

/** Without the outside: the set, or its complement. */
export function withoutOutside(set: number): number {
  return set & 1 ? ~set : set;
}

/** The least image of a set, and how many steps lead to it. */
export function leastImage(set: number): { image: number; steps: number } {
  let image = withoutOutside(set);
  let steps = 0;
  let at = set;
  for (let k = 0; k < STEPS.length; k++) {
    // Both kinds of step are a swap of bits in pairs, `by` apart.
    const by = BY[STEPS[k]];
    const moved = ((at >>> by) ^ at) & LOWER[STEPS[k]];
    at ^= moved ^ (moved << by);
    // The complement of what holds the outside.
    const here = at ^ -(at & 1);
    if (here >>> 0 < image >>> 0) {
      image = here;
      steps = k + 1;
    }
  }
  return { image, steps };
}

/** The image of a set after so many steps. */
export function imageAfter(set: number, steps: number): number {
  let at = set;
  for (let k = 0; k < steps; k++) at = stepped(at, STEPS[k]);
  return withoutOutside(at);
}

/** The set whose image after so many steps is the given one. */
export function imageBefore(image: number, steps: number): number {
  let at = image;
  for (let k = steps - 1; k >= 0; k--) at = stepped(at, STEPS[k]);
  return withoutOutside(at);
}

/** All orders of the shapes by swaps of neighbours (S. M. Johnson, 1963), and in each all ways to turn them inside out (F. Gray, 1953). */
function allSteps(): Uint8Array {
  const steps: number[] = [];
  const flips = (): void => {
    for (let k = 1; k < 1 << SHAPES; k++) steps.push(31 - Math.clz32(k & -k));
  };
  flips();
  for (const swap of swaps(SHAPES)) {
    steps.push(SHAPES + swap);
    flips();
  }
  return Uint8Array.from(steps);
}

/** Swaps of neighbours, by the place of the first, that lead through all orders of n things. */
function swaps(n: number): number[] {
  if (n < 2) return [];
  const inner = swaps(n - 1);
  const found: number[] = [];
  // The last thing wanders to the front and back again, between the swaps of the others.
  for (let k = 0; k <= inner.length; k++) {
    const down = k % 2 === 0;
    for (let i = 0; i < n - 1; i++) found.push(down ? n - 2 - i : i);
    if (k < inner.length) found.push(down ? inner[k] + 1 : inner[k]);
  }
  return found;
}
