import { type CombineResult, cleaned } from "../arrangement";
import { hasLength, type Path, pointAt, reversePath, type Segment, type Subpath, segmentsWithJoin } from "../path";
import type { Ring } from "../polygon";
import { normalAt } from "./parallel";
import { arcAround, type SideStyle, StrokeError, walkBeside } from "./side";

export type Cap = "butt" | "round" | "square";

export interface StrokeStyle extends SideStyle {
  /** The whole width, in plan units, greater than 0. */
  width: number;
  /** How open outlines end. */
  cap: Cap;
}

/**
 * The area that a stroke along a path covers, as valid polygons, no further than `tolerance` from the true one. Joins
 * stand where segments meet at an angle, never between the vertices of a flattened curve. Where a curve bends more tightly
 * than half the width beside a butt or square end, the result may show past that end, within half the width. A subpath without length is
 * a dot with round caps, a square along its heading with square ones, and nothing with butt ones. Throws
 * {@link StrokeError} for a width or tolerance that is not greater than 0.
 */
export function strokePath(path: Path, style: StrokeStyle): CombineResult {
  for (const [name, value] of [
    ["width", style.width],
    ["tolerance", style.tolerance],
  ] as const)
    if (!(value > 0 && value < Number.POSITIVE_INFINITY))
      throw new StrokeError(`the ${name} must be a finite number greater than 0, not ${value}`);
  const rings = path.subpaths.flatMap((subpath) => {
    const segments = segmentsWithJoin(subpath).filter(hasLength);
    if (segments.length === 0) return dot(subpath, style);
    const back = reversePath({ subpaths: [{ ...subpath, segments }] }).subpaths[0].segments;
    const h = style.width / 2;
    const right = walkBeside(segments, subpath.closed, h, style);
    const left = walkBeside(back, subpath.closed, h, style);
    if (subpath.closed) return [Float64Array.from(right), Float64Array.from(left)];
    return [Float64Array.from([...right, ...capAt(segments.at(-1)!, style), ...left, ...capAt(back.at(-1)!, style)])];
  });
  return cleaned(rings, { atLeast: 1 });
}

/** From the right side of a segment's end around to its left. */
function capAt(segment: Segment, { cap, width, tolerance }: StrokeStyle): number[] {
  const h = width / 2;
  const [px, py] = pointAt(segment, 1);
  const [nx, ny] = normalAt(segment, 1);
  if (cap === "butt") return [];
  // The direction of travel is the right normal, turned by a quarter from +x towards +y.
  if (cap === "square") return [px + h * (nx - ny), py + h * (ny + nx), px + h * (-nx - ny), py + h * (-ny + nx)];
  const walk: number[] = [];
  arcAround(walk, px, py, nx, ny, Math.PI, h, tolerance);
  return walk;
}

function dot({ x, y, heading = [1, 0] }: Subpath, { cap, width, tolerance }: StrokeStyle): Ring[] {
  const h = width / 2;
  if (cap === "butt") return [];
  if (cap === "square") {
    const [ux, uy] = [h * heading[0], h * heading[1]];
    return [
      Float64Array.of(
        x - ux + uy,
        y - uy - ux,
        x + ux + uy,
        y + uy - ux,
        x + ux - uy,
        y + uy + ux,
        x - ux - uy,
        y - uy + ux,
      ),
    ];
  }
  const walk = [x + h, y];
  arcAround(walk, x, y, 1, 0, 2 * Math.PI, h, tolerance);
  return [Float64Array.from(walk)];
}
