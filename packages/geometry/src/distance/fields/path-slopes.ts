import type { PathDistance, PathIndex } from "../../location";
import { type Path, type Segment, segmentBounds, segmentsWithJoin, tangentAt } from "../../path";
import type { Slope } from "../forms";

/** Nearest places are off along the curve by no more than this, as a share of the size. */
const ROUNDED = 1e-10;

/** The gradients of the distance to a path. */
export class PathSlopes {
  private readonly segments: Segment[][];
  /** How far a nearest place may be off. */
  private readonly lost: number;

  constructor(
    path: Path,
    private readonly index: PathIndex,
  ) {
    this.segments = path.subpaths.map(segmentsWithJoin);
    const boxes = this.segments.flat().map(segmentBounds);
    const size = boxes.reduce((most, { minX, minY, maxX, maxY }) => Math.max(most, -minX, -minY, maxX, maxY), 0);
    this.lost = ROUNDED * size;
  }

  /** The way from the nearest place, or the normal there, if it differs from that by no more than rounding does. */
  write({ distance, nearest, subpath, segment, t }: PathDistance, x: number, y: number, slope: Slope): void {
    const [dx, dy] = [x - nearest.x, y - nearest.y];
    slope.x = dx / distance;
    slope.y = dy / distance;
    if (subpath < 0) return;
    const { lost, index } = this;
    const [ux, uy] = tangentAt(this.segments[subpath][segment], t, t < 1 ? 1 : -1);
    if (Math.abs(dx * ux + dy * uy) > lost) return;
    const across = dx * uy - dy * ux;
    const isOutwards =
      Math.abs(across) > lost
        ? across > 0 === distance > 0
        : index.locate(nearest.x + 2 * lost * uy, nearest.y - 2 * lost * ux).side !== "inside";
    slope.x = isOutwards ? uy : -uy;
    slope.y = isOutwards ? -ux : ux;
  }
}
