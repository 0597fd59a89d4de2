import {
  type ArcLength,
  arcLengthOf,
  hasLength,
  type Path,
  partOf,
  pointAt,
  type Segment,
  type Subpath,
  segmentsWithJoin,
  tangentAt,
} from "../path";
import type { CornerCut } from "./corner-cut";
import { type Fillet, filletBetween, straightFillet } from "./fillet";

/** What became of a corner: `size` is less than was asked for where that did not fit, and 0 where there is no corner. */
export interface CutCorner {
  subpath: number;
  /** In the order of `cornersOf`. */
  corner: number;
  x: number;
  y: number;
  size: number;
}

export class CornerError extends Error {
  override readonly name = "CornerError";
}

/** Less of a turn than this, in radians, is no corner; nor is a turn straight back. */
const NO_CORNER = 1e-6;
/** How often a fillet beside curves that does not fit is tried again, each time a quarter smaller. */
const TRIES = 40;

/**
 * A path with chosen corners cut off (all of them by default): by true arcs tangent to both sides, or by straight lines. On
 * a side that two cuts share, both shrink by the same factor until they fit; each corner takes the smaller of its two
 * sides' factors. Ends of open outlines are no corners. Lines and arcs beside lines are exact but for rounding, arcs
 * beside curves touch them to within 1e-12 of the size. O(n). Throws {@link CornerError} for a size that is not greater
 * than 0.
 */
export function cutCorners(
  path: Path,
  cut: CornerCut,
  isChosen: (subpath: number, corner: number) => boolean = () => true,
): { path: Path; corners: CutCorner[] } {
  if (!(cut.size > 0 && cut.size < Number.POSITIVE_INFINITY))
    throw new CornerError(`the ${cut.by} must be a finite number greater than 0, not ${cut.size}`);
  const corners: CutCorner[] = [];
  const subpaths = path.subpaths.map((subpath, s) => {
    const outline = new CutOutline(subpath, cut);
    const chosen = outline.corners.filter((corner) => isChosen(s, corner));
    for (const { corner, x, y, size } of outline.cutOff(chosen)) corners.push({ subpath: s, corner, x, y, size });
    return outline.result();
  });
  return { path: { subpaths }, corners };
}

/** One outline: side k leads from corner k to corner k + 1. */
class CutOutline {
  readonly corners: number[];
  private readonly sides: Segment[];
  private readonly lengths: ArcLength[];
  private readonly fillets = new Map<number, Fillet>();

  constructor(
    private readonly subpath: Subpath,
    private readonly cut: CornerCut,
  ) {
    this.sides = segmentsWithJoin(subpath).filter(hasLength);
    this.lengths = this.sides.map(arcLengthOf);
    const all = Array.from(this.sides.keys());
    this.corners = subpath.closed ? all : all.slice(1);
  }

  /** Cuts corners off, the sizes of neighbours fitted to the sides that they share. */
  cutOff(chosen: readonly number[]): { corner: number; x: number; y: number; size: number }[] {
    const n = this.sides.length;
    const wanted = new Map(chosen.map((k) => [k, this.fillet(k, this.cut.size)]));
    const room = this.lengths.map(({ total }, k) => {
      const taken = (wanted.get(k)?.after ?? 0) + (wanted.get((k + 1) % n)?.before ?? 0);
      return taken > total ? total / taken : 1;
    });
    return chosen.map((corner) => {
      const [x, y] = pointAt(this.sides[corner], 0);
      const before = (corner + n - 1) % n;
      const share = Math.min(room[before], room[corner]);
      let size = this.cut.size * share;
      let fillet = this.fillet(corner, size);
      // Beside curves a smaller fillet does not take less of a side in proportion.
      const most = [share * (wanted.get(corner)?.before ?? 0), share * (wanted.get(corner)?.after ?? 0)];
      const fits = (f: Fillet | null): boolean =>
        f !== null && (wanted.get(corner) === null || (f.before <= most[0] * ROUNDED && f.after <= most[1] * ROUNDED));
      for (let i = 0; i < TRIES && !fits(fillet) && this.isCorner(corner); i++) {
        size *= 0.75;
        fillet = this.fillet(corner, size);
      }
      if (!fillet || !fits(fillet)) return { corner, x, y, size: 0 };
      this.fillets.set(corner, fillet);
      return { corner, x, y, size };
    });
  }

  result(): Subpath {
    const { sides, lengths, fillets, subpath } = this;
    if (fillets.size === 0) return subpath;
    const n = sides.length;
    const segments: Segment[] = [];
    let place: [number, number] = fillets.has(0) ? fillets.get(0)!.end : pointAt(sides[0], 0);
    const [x, y] = place;
    const go = (segment: Segment | null): void => {
      if (!segment) return;
      // Neighbours meet in the very same point.
      const next = { ...segment, x0: place[0], y0: place[1] };
      if (hasLength(next)) segments.push(next);
      place = pointAt(next, 1);
    };
    for (let k = 0; k < n; k++) {
      const [from, to] = [fillets.get(k), fillets.get((k + 1) % n)];
      const t0 = from ? lengths[k].parameterAt(from.after) : 0;
      const t1 = to ? lengths[k].parameterAt(lengths[k].total - to.before) : 1;
      const rest = t1 > t0 ? partOf(sides[k], t0, t1) : null;
      if (rest && to && rest.kind === "line") go({ ...rest, x1: to.start[0], y1: to.start[1] });
      else go(rest);
      if (to) go(to.segment);
    }
    return { x, y, segments, closed: subpath.closed };
  }

  private isCorner(corner: number): boolean {
    const n = this.sides.length;
    const [ux, uy] = tangentAt(this.sides[(corner + n - 1) % n], 1, -1);
    const [vx, vy] = tangentAt(this.sides[corner], 0, 1);
    return Math.abs(ux * vy - uy * vx) > NO_CORNER;
  }

  /** The cut of a corner in a size, however much room there is; null where there is no corner, or none of this size. */
  private fillet(corner: number, size: number): Fillet | null {
    if (!this.isCorner(corner)) return null;
    const n = this.sides.length;
    const before = (corner + n - 1) % n;
    const [a, b] = [this.sides[before], this.sides[corner]];
    if (a.kind === "line" && b.kind === "line") return straightFillet(a, b, this.cut, size);
    return filletBetween(a, b, this.lengths[before], this.lengths[corner], this.cut, size);
  }
}

/** A little more than 1: rounding. */
const ROUNDED = 1 + 1e-9;
