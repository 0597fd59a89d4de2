import { alongLine, type DistanceField, hitIndex, operandOf } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

interface Asked {
  name: string;
  from: { x: number; y: number };
  to: { x: number; y: number };
}

export interface SectionView {
  /** How long the line is, in plan units. */
  length: number;
  /** Signed distances at even steps along it, the first one at its start, the last one at its end. */
  values: Float64Array;
  /** The least and the greatest along the line, between samples too. */
  least: number;
  greatest: number;
  /** How fast they change along it where that was seen to be fastest. */
  steepest: number;
  isComposed: boolean;
  /** The exact ones, where the values are of what was composed and has an outline. */
  exact: Float64Array | null;
  /** Where it crosses or touches the boundary: how far along, and where. */
  zeros: { at: number; x: number; y: number }[];
}

/** Samples of a profile. */
const SAMPLES = 401;

/** The signed distance along a line; null for what has none, and for a line without length. */
export function section(sheet: AskedSheet, { name, from, to }: Asked): SectionView | null {
  const found = sheet.fieldOf(name);
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (!found || length === 0) return null;
  const along = (share: number) => ({ x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) });
  const valuesOf = (field: DistanceField): Float64Array =>
    Float64Array.from({ length: SAMPLES }, (_, k) => {
      const { x, y } = along(k / (SAMPLES - 1));
      return field.at(x, y);
    });
  const profile = alongLine(found.field, from, to);
  const exact = found.isComposed ? found.exact() : null;
  const shape = found.isComposed ? null : sheet.shape(name);
  const shares = shape
    ? hitIndex(operandOf(shape.polygons))
        .segment(from.x, from.y, to.x, to.y)
        .map((hit) => hit.along)
    : profile.zeros;
  return {
    length,
    values: valuesOf(found.field),
    least: profile.least.value,
    greatest: profile.greatest.value,
    steepest: profile.steepest,
    isComposed: found.isComposed,
    exact: exact && valuesOf(exact),
    zeros: shares.map((share) => ({ at: share * length, ...along(share) })),
  };
}
