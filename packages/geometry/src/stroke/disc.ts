import { chordBoundOf, longestChords } from "../flatten";
import { pointAt, type Segment } from "../path";
import { normalAt } from "./parallel";
import type { Part } from "./parts";
import { isWithinLimit, type PartSide, type SideStyle, tooManyVertices } from "./side";

type Vector = [number, number];

/**
 * Walks beside outlines for results that hold all within a distance h of them (round joins and ends, or miters none of which
 * is limited), made so that pieces between outline and walk can be united in any order.
 *
 * Discs are regular polygons, all turned alike, and curves are chords: unions of the pieces are Minkowski sums of parts of an
 * outline with one convex polygon, and their boundaries cross no more often than those of true discs do, however near those
 * are. At inner corners the walk goes around the rest of the disc, too. The polygon and the chords each leave the true ones
 * by half the tolerance at most.
 */
export class Disc {
  /** x y of its vertices, from +x towards +y. */
  private readonly vertices: Float64Array;
  private readonly count: number;

  constructor(
    private readonly h: number,
    private readonly style: SideStyle,
  ) {
    const turn = 2 * Math.acos(Math.max(0, 1 - style.tolerance / 2 / h));
    // Even, so that half of them make half a disc.
    this.count = 2 * Math.max(2, Math.ceil(Math.PI / turn));
    if (!(this.count < 1 << 20)) throw tooManyVertices(style.tolerance);
    this.vertices = Float64Array.from({ length: 2 * this.count }, (_, i) => {
      const angle = (2 * Math.PI * (i >> 1)) / this.count;
      return h * (i & 1 ? Math.sin(angle) : Math.cos(angle));
    });
  }

  /** The chords that stand for a segment, by their ends' parameters. */
  chordsOf(segment: Segment): number[] {
    const bound = chordBoundOf(segment);
    const stops = bound ? longestChords(bound, this.style.tolerance / 2) : [0, 1];
    if (!stops) throw tooManyVertices(this.style.tolerance);
    return stops;
  }

  /** The walk along the right of parts, as `walkBeside` has it. */
  walkBeside(parts: readonly Part[], closed: boolean): PartSide[] {
    return parts.map(({ segment, isInner }, k) => {
      const side: PartSide = { walk: [], feet: [], isRounded: true, isChorded: true };
      const before = k > 0 ? parts[k - 1] : closed ? parts[parts.length - 1] : null;
      let foot = pointAt(segment, 0);
      let normal = normalAt(segment, 0);
      // The corner lies between the true directions, not those of chords.
      if (before) this.turn(side, foot, normalAt(before.segment, 1), normal, !isInner);
      for (const t of this.chordsOf(segment).slice(1)) {
        const end = pointAt(segment, t);
        const length = Math.hypot(end[0] - foot[0], end[1] - foot[1]);
        if (length === 0) continue;
        const next: Vector = [(end[1] - foot[1]) / length, (foot[0] - end[0]) / length];
        this.turn(side, foot, normal, next, false);
        this.push(side, end, this.towards(next), 0);
        [foot, normal] = [end, next];
      }
      this.turn(side, foot, normal, normalAt(segment, 1), false);
      return side;
    });
  }

  /** Half the disc around the end of a segment, from its right around to its left. */
  cap(segment: Segment): PartSide {
    const side: PartSide = { walk: [], feet: [], isRounded: true, isChorded: true };
    this.push(side, pointAt(segment, 1), this.towards(normalAt(segment, 1)), this.count / 2);
    return side;
  }

  /** From the vertex towards m to the vertex towards n: around the outside, or through the foot and around the inside. */
  private turn(side: PartSide, foot: Vector, m: Vector, n: Vector, isCorner: boolean): void {
    const { count, h, style } = this;
    const [i, j] = [this.towards(m), this.towards(n)];
    const steps = (j - i + count) % count;
    this.push(side, foot, i, 0);
    const dot = m[0] * n[0] + m[1] * n[1];
    // What turns straight back, but for rounding, goes around the outside on both sides.
    if (2 * steps > count + 2) {
      add(side, foot, 0, 0);
      this.push(side, foot, j, count - steps);
      add(side, foot, 0, 0);
      this.push(side, foot, j, 0);
    } else if (
      isCorner &&
      style.join === "miter" &&
      m[0] * n[1] > m[1] * n[0] &&
      isWithinLimit(dot, style.miterLimit)
    ) {
      add(side, foot, (h * (m[0] + n[0])) / (1 + dot), (h * (m[1] + n[1])) / (1 + dot));
      this.push(side, foot, j, 0);
    } else if (steps > 0) this.push(side, foot, i + 1, steps - 1);
  }

  /** The vertex with an index, and the `more` vertices after it. */
  private push(side: PartSide, foot: Vector, index: number, more: number): void {
    const { vertices, count } = this;
    for (let k = 0; k <= more; k++) {
      const v = 2 * ((index + k) % count);
      add(side, foot, vertices[v], vertices[v + 1]);
    }
  }

  /** The vertex that lies furthest in a direction. */
  private towards([x, y]: Vector): number {
    const { count } = this;
    return (Math.round((Math.atan2(y, x) * count) / (2 * Math.PI)) + count) % count;
  }
}

function add({ walk, feet }: PartSide, [x, y]: Vector, dx: number, dy: number): void {
  walk.push(x + dx, y + dy);
  feet.push(x, y);
}
