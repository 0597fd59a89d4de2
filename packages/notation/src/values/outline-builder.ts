import type { Segment, Subpath } from "@vertexon/geometry";

/** Strings segments together; lines of no length are left out. Angles in radians, from +x towards +y. */
export class OutlineBuilder {
  private readonly segments: Segment[] = [];
  private readonly startX: number;
  private readonly startY: number;
  constructor(
    public x: number,
    public y: number,
  ) {
    this.startX = x;
    this.startY = y;
  }

  line(x1: number, y1: number): void {
    if (x1 !== this.x || y1 !== this.y) this.push({ kind: "line", x0: this.x, y0: this.y, x1, y1 }, x1, y1);
  }

  /** From centre + u through centre + v, over `sweep`, to (x1, y1). */
  arc(cx: number, cy: number, ux: number, uy: number, vx: number, vy: number, sweep: number, x1: number, y1: number) {
    const place = { x0: this.x, y0: this.y, x1, y1, cx, cy, ux, uy, vx, vy };
    this.push({ kind: "arc", ...place, start: 0, sweep }, x1, y1);
  }

  /** Along the circle around (cx, cy) through the present place; a whole turn ends exactly where it began. */
  around(cx: number, cy: number, sweep: number): void {
    const [ux, uy] = [this.x - cx, this.y - cy];
    const whole = Math.abs(sweep) === 2 * Math.PI;
    const [cos, sin] = [Math.cos(sweep), Math.sin(sweep)];
    const x1 = whole ? this.x : cx + ux * cos - uy * sin;
    const y1 = whole ? this.y : cy + uy * cos + ux * sin;
    this.arc(cx, cy, ux, uy, -uy, ux, sweep, x1, y1);
  }

  cubic(x1: number, y1: number, x2: number, y2: number, x3: number, y3: number): void {
    this.push({ kind: "cubic", x0: this.x, y0: this.y, x1, y1, x2, y2, x3, y3 }, x3, y3);
  }

  closed(): Subpath {
    return { x: this.startX, y: this.startY, segments: this.segments, closed: true };
  }

  open(): Subpath {
    return { x: this.startX, y: this.startY, segments: this.segments, closed: false };
  }

  private push(segment: Segment, x: number, y: number): void {
    this.segments.push(segment);
    this.x = x;
    this.y = y;
  }
}
