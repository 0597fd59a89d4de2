import { type BoxLength, type Figure, pointKey } from "@vertexon/geometry";
import type { PlanSettings } from "../sheet/evaluated";

/** The plan is made larger and smaller by this part: few enough that outlines keep their vertices, and their order. */
const PART = 2 ** -10;

/** Shares and lengths are told in so many digits; what is lost is less than the numbers of a plan are known to. */
const DIGITS = 12;

/**
 * Figures with the coordinates that go with the plan's box: those that rise in proportion as the box grows, as a share of
 * it and a length beside it. Found by computing the figures on plans that are a little wider, narrower, higher and lower, so
 * it holds for whatever the script told by shares: corners, sizes, radii, and what was made of them.
 */
export function withBoxLengths(
  figures: readonly Figure[],
  plan: PlanSettings,
  onPlan: (plan: PlanSettings) => Figure[],
): Figure[] {
  const wide = [PART, -PART].map((part) => onPlan({ ...plan, width: plan.width * (1 + part) }));
  const high = [PART, -PART].map((part) => onPlan({ ...plan, height: plan.height * (1 + part) }));
  return figures.map((figure, i) => {
    const around = [...wide, ...high].map((others) => rowOf(others[i]));
    const row = rowOf(figure);
    if (around.some(({ length }) => length !== row.length)) return figure;
    const boxLengths = new Map<string, [BoxLength | null, BoxLength | null]>();
    for (let k = 0; k < row.length; k += 2) {
      const along = (at: number): number[] => around.map((other) => other[at]);
      const x = lengthOf(row[k], along(k), plan.x, plan.width);
      const [wider, narrower, higher, lower] = along(k + 1);
      const y = lengthOf(row[k + 1], [higher, lower, wider, narrower], plan.y, plan.height);
      if (x || y) boxLengths.set(pointKey(row[k], row[k + 1]), [x, y]);
    }
    return { ...figure, boxLengths };
  });
}

/** All coordinates, one line after the other. */
function rowOf(figure: Figure | undefined): number[] {
  return figure?.lines.flatMap(({ vertices }) => [...vertices]) ?? [];
}

/** A coordinate by those on a larger and on a smaller plan; null unless it is in proportion, and goes with this size only. */
function lengthOf(
  value: number,
  [larger, smaller, across, acrossLess]: readonly number[],
  from: number,
  size: number,
): BoxLength | null {
  const error = 1e-12 * (Math.abs(value) + Math.abs(from) + size);
  if (Math.abs(larger + smaller - 2 * value) > error) return null;
  if (Math.abs(across - value) > error || Math.abs(acrossLess - value) > error) return null;
  const fraction = shortened((larger - smaller) / (2 * PART * size));
  const fixed = value - from - fraction * size;
  return fraction === 0 ? null : { fraction, fixed: Math.abs(fixed) <= 8 * error ? 0 : shortened(fixed) };
}

/** Without the digits that rounding left. */
function shortened(value: number): number {
  return Math.abs(value) < 10 ** -DIGITS ? 0 : Number(value.toPrecision(DIGITS));
}
