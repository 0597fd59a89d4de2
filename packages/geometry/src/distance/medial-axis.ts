import { bounds, type Operand } from "../polygon";
import { type DistanceIndex, distanceIndex } from "./distance-index";

export interface MedialAxis {
  /** Open lines x0 y0 x1 y1 …, from end or junction to end or junction, and closed ones that begin and end in one place. */
  lines: Float64Array[];
  /** For each of their points the distance to the boundary. */
  clearance: Float64Array[];
}

/** No more squares than this are looked at. */
const MOST_SQUARES = 4_000_000;
/** Halvings of a side. */
const STEPS = 44;

/**
 * The medial axis inside a shape: places with more than one nearest boundary point, as lines through squares of side `cell` (plan units,
 * greater than 0). Kept are those from which two nearest points are seen at `angle` (radians, up to π) or more apart: without that,
 * each vertex of a flattened curve has a branch of its own. The rings must be the shape's boundary.
 *
 *     +---a---+      Between neighbouring corners a and b of squares the nearest boundary point moves no further than they are
 *     |   '.  |      apart, or jumps: where it does, the side is halved until both nearest points are known from one place, which
 *     +-----b-+      is on the axis to the last digits. Lines join such places square by square, and meet in the middle of three.
 *
 * Branches that are shorter than a square may be missed. Throws `RangeError` for a cell that is not greater than 0, or far too small.
 * Source: H. Blum, A transformation for extracting new descriptors of shape (1967); pruned by the angle as M. Foskey, M. Lin and
 * D. Manocha, Efficient computation of a simplified medial axis (2003), do.
 */
export function medialAxis(shape: Operand, cell: number, angle = Math.PI / 3): MedialAxis {
  if (!(cell > 0)) throw new RangeError("a medial axis takes squares of a side greater than 0");
  const box = bounds(shape.rings);
  if (!box) return { lines: [], clearance: [] };
  const columns = Math.ceil((box.maxX - box.minX) / cell) + 1;
  const rows = Math.ceil((box.maxY - box.minY) / cell) + 1;
  if (columns * rows > MOST_SQUARES)
    throw new RangeError(`squares of ${cell} are too small for this shape: ${columns} by ${rows} of them`);
  return new Axis(distanceIndex(shape), box.minX, box.minY, cell, columns, rows, Math.cos(angle)).trace();
}

/** A place and its nearest boundary point. */
interface Footed {
  x: number;
  y: number;
  footX: number;
  footY: number;
}

class Axis {
  private readonly footX: Float64Array;
  private readonly footY: Float64Array;
  private readonly isInside: Uint8Array;
  /** Points of the lines, and which follow each. */
  private readonly points: number[] = [];
  private readonly joined: number[][] = [];
  private readonly onSide = new Map<number, number>();

  constructor(
    private readonly index: DistanceIndex,
    private readonly left: number,
    private readonly low: number,
    private readonly cell: number,
    private readonly columns: number,
    private readonly rows: number,
    /** The cosine of the least angle between two nearest points. */
    private readonly cosine: number,
  ) {
    const count = columns * rows;
    const x = Float64Array.from({ length: count }, (_, i) => left + (i % columns) * cell);
    const y = Float64Array.from({ length: count }, (_, i) => low + Math.floor(i / columns) * cell);
    const { distance, nearest } = index.distances(x, y);
    this.footX = Float64Array.from({ length: count }, (_, i) => nearest[2 * i]);
    this.footY = Float64Array.from({ length: count }, (_, i) => nearest[2 * i + 1]);
    this.isInside = Uint8Array.from(distance, (value) => (value < 0 ? 1 : 0));
  }

  trace(): MedialAxis {
    const { columns, rows } = this;
    for (let row = 0; row + 1 < rows; row++)
      for (let column = 0; column + 1 < columns; column++) this.cross(row * columns + column);
    return this.lines();
  }

  /** Joins the places on the sides of a square. */
  private cross(a: number): void {
    const { columns } = this;
    const sides = [this.place(a, 0), this.place(a + 1, 1), this.place(a + columns, 0), this.place(a, 1)];
    const found = sides.filter((point) => point >= 0);
    if (found.length < 2) return;
    if (found.length === 2) {
      this.join(found[0], found[1]);
      return;
    }
    const middle = this.add(
      found.reduce((sum, point) => sum + this.points[2 * point], 0) / found.length,
      found.reduce((sum, point) => sum + this.points[2 * point + 1], 0) / found.length,
    );
    for (const point of found) this.join(point, middle);
  }

  /** The place of the axis on the side from a corner along x or y, −1 where there is none. */
  private place(corner: number, alongY: number): number {
    const key = 2 * corner + alongY;
    const known = this.onSide.get(key);
    if (known !== undefined) return known;
    const found = this.search(corner, alongY === 1 ? corner + this.columns : corner + 1);
    const point = found ? this.add(found.x, found.y) : -1;
    this.onSide.set(key, point);
    return point;
  }

  private search(i: number, j: number): { x: number; y: number } | null {
    const { cell, isInside } = this;
    if (!isInside[i] || !isInside[j]) return null;
    let p = this.corner(i);
    let q = this.corner(j);
    // Projections on one piece come no further apart than the places are.
    if (Math.hypot(p.footX - q.footX, p.footY - q.footY) <= 1.001 * cell) return null;
    for (let step = 0; step < STEPS; step++) {
      const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
      if ((x === p.x && y === p.y) || (x === q.x && y === q.y)) break;
      const { nearest } = this.index.distance(x, y);
      const middle = { x, y, footX: nearest.x, footY: nearest.y };
      const toP = Math.hypot(middle.footX - p.footX, middle.footY - p.footY);
      const toQ = Math.hypot(middle.footX - q.footX, middle.footY - q.footY);
      if (toP <= toQ) p = middle;
      else q = middle;
    }
    const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
    const [ax, ay, bx, by] = [p.footX - x, p.footY - y, q.footX - x, q.footY - y];
    const lengths = Math.hypot(ax, ay) * Math.hypot(bx, by);
    return lengths > 0 && ax * bx + ay * by <= this.cosine * lengths ? { x, y } : null;
  }

  private corner(i: number): Footed {
    const { left, low, cell, columns, footX, footY } = this;
    return {
      x: left + (i % columns) * cell,
      y: low + Math.floor(i / columns) * cell,
      footX: footX[i],
      footY: footY[i],
    };
  }

  private add(x: number, y: number): number {
    this.points.push(x, y);
    return this.joined.push([]) - 1;
  }

  private join(p: number, q: number): void {
    this.joined[p].push(q);
    this.joined[q].push(p);
  }

  /** Lines from each end and junction, then rings that have none. */
  private lines(): MedialAxis {
    const { joined, points } = this;
    const lines: Float64Array[] = [];
    const isUsed = new Set<string>();
    const key = (p: number, q: number): string => (p < q ? `${p} ${q}` : `${q} ${p}`);
    const follow = (from: number, to: number): void => {
      const line = [points[2 * from], points[2 * from + 1]];
      let [before, at] = [from, to];
      for (let step = 0; step <= joined.length; step++) {
        isUsed.add(key(before, at));
        line.push(points[2 * at], points[2 * at + 1]);
        if (joined[at].length !== 2) break;
        const next = joined[at][0] === before ? joined[at][1] : joined[at][0];
        if (isUsed.has(key(at, next))) break;
        [before, at] = [at, next];
      }
      lines.push(Float64Array.from(line));
    };
    for (const isEnd of [true, false])
      joined.forEach((others, p) => {
        if (isEnd && others.length === 2) return;
        for (const q of others) if (!isUsed.has(key(p, q))) follow(p, q);
      });
    const clearance = lines.map((line) =>
      Float64Array.from({ length: line.length / 2 }, (_, k) => this.index.gap(line[2 * k], line[2 * k + 1])),
    );
    return { lines, clearance };
  }
}
