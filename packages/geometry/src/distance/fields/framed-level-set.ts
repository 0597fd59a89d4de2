import { clipLines, combine } from "../../arrangement";
import { type Bounds, boxRing, operandOf } from "../../polygon";
import { distanceToBox } from "../forms";
import { type DistanceField, grownBox } from "./field";
import { type LevelSet, levelSet } from "./level-set";
import { offsetField } from "./levels";
import { intersectionField } from "./sets";
import { formField } from "./sources";

export interface FramedLevelSet extends LevelSet {
  /** The level alone, what lies below it on the left: lines x0 y0 x1 y1 … that end where they leave the frame, or are closed. */
  lines: { points: Float64Array; closed: boolean }[];
}

/** The frame is left by this share of its size, so that lines end on it and nothing bends before. */
const BEYOND = 1 / 16;

/**
 * `levelSet` within a frame, for fields that reach without end as well: the polygons are closed along the frame, the lines are not.
 * Throws `RangeError` for a frame without area, and for a tolerance that is not greater than 0.
 */
export function framedLevelSet(field: DistanceField, level: number, tolerance: number, frame: Bounds): FramedLevelSet {
  const [width, height] = [frame.maxX - frame.minX, frame.maxY - frame.minY];
  if (!(width > 0 && height > 0)) throw new RangeError("a contour takes a frame with an area");
  const wider = grownBox(frame, BEYOND * Math.max(width, height));
  const box = { x: wider.minX, y: wider.minY, width: wider.maxX - wider.minX, height: wider.maxY - wider.minY };
  const framed = intersectionField([offsetField(field, level), formField(distanceToBox, box, wider)]);
  const { polygons, error, cell } = levelSet(framed, 0, tolerance);
  const shape = operandOf(polygons);
  const window = { rings: [boxRing(frame)], fillRule: "nonzero" as const };
  const rings = shape.rings.map((ring) => Float64Array.of(...ring, ring[0], ring[1]));
  return {
    polygons: combine("intersection", shape, window).polygons,
    lines: joined(clipLines(rings, window)),
    error,
    cell,
  };
}

/** A closed line that was cut elsewhere comes in two parts, which meet where it was written to begin. */
function joined(parts: readonly Float64Array[]): FramedLevelSet["lines"] {
  const key = (x: number, y: number): string => `${x} ${y}`;
  const begins = new Map(parts.map((part) => [key(part[0], part[1]), part]));
  const taken = new Set<Float64Array>();
  const lines: FramedLevelSet["lines"] = [];
  for (const part of parts) {
    const next = begins.get(key(part[part.length - 2], part[part.length - 1]));
    if (next === part) lines.push({ points: part.slice(0, -2), closed: true });
    else if (next) {
      lines.push({ points: Float64Array.of(...part, ...next.subarray(2)), closed: false });
      taken.add(next);
    } else continue;
    taken.add(part);
  }
  return [...lines, ...parts.filter((part) => !taken.has(part)).map((points) => ({ points, closed: false }))];
}
