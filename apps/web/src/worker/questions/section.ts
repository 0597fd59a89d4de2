import { hitIndex, operandOf } from "@vertexon/geometry";
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
  /** Where it crosses or touches the boundary: how far along, and where. */
  zeros: { at: number; x: number; y: number }[];
}

/** Samples of a profile. */
const SAMPLES = 401;

/** The signed distance along a line; null for what is no shape, and for a line without length. */
export function section(sheet: AskedSheet, { name, from, to }: Asked): SectionView | null {
  const shape = sheet.shape(name);
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (!shape || shape.vertexCount === 0 || length === 0) return null;
  const { distance } = sheet.indexOf(shape);
  const values = Float64Array.from({ length: SAMPLES }, (_, k) => {
    const share = k / (SAMPLES - 1);
    return distance.distance(from.x + share * (to.x - from.x), from.y + share * (to.y - from.y)).distance;
  });
  const hits = hitIndex(operandOf(shape.polygons)).segment(from.x, from.y, to.x, to.y);
  return { length, values, zeros: hits.map(({ along, x, y }) => ({ at: along * length, x, y })) };
}
