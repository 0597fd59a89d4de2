/**
 * How far an outline may lie from what it was told to be, in plan units, by the steps that left it: flattening of curves,
 * snapping in set operations, and what was derived otherwise (simplified, fitted, approximated by curves).
 */
export interface ErrorBound {
  readonly flattening: number;
  readonly snapping: number;
  readonly derived: number;
}

export const EXACT: ErrorBound = { flattening: 0, snapping: 0, derived: 0 };

/** All steps together. */
export function total({ flattening, snapping, derived }: ErrorBound): number {
  return flattening + snapping + derived;
}

/** A bound with what one more step leaves. */
export function after(bound: ErrorBound, step: Partial<ErrorBound>): ErrorBound {
  const { flattening = 0, snapping = 0, derived = 0 } = step;
  return {
    flattening: bound.flattening + flattening,
    snapping: bound.snapping + snapping,
    derived: bound.derived + derived,
  };
}

/** That of what is made of several: the greatest. */
export function greatest(bounds: readonly ErrorBound[]): ErrorBound {
  return bounds.reduce((most, bound) => (total(bound) > total(most) ? bound : most), EXACT);
}

/** After a map that makes nothing longer than by a factor. */
export function stretched(bound: ErrorBound, by: number): ErrorBound {
  return { flattening: bound.flattening * by, snapping: bound.snapping * by, derived: bound.derived * by };
}
