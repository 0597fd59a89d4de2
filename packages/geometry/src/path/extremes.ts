import { derivativesAt } from "./derivatives";
import { pointAt, type Segment } from "./model";
import { hodographOf } from "./rational";

/** The tightest box with sides along the axes around a segment, in plan units: at its ends and where it runs along an axis. */
export function segmentBounds(segment: Segment): { minX: number; minY: number; maxX: number; maxY: number } {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const t of [0, 1, ...parallelTo(segment, 1, 0), ...parallelTo(segment, 0, 1)]) {
    if (!(t >= 0 && t <= 1)) continue;
    const [x, y] = pointAt(segment, t);
    box.minX = Math.min(box.minX, x);
    box.minY = Math.min(box.minY, y);
    box.maxX = Math.max(box.maxX, x);
    box.maxY = Math.max(box.maxY, y);
  }
  return box;
}

/** The parameters at which C' × (dx, dy) is 0, those outside of [0, 1] among them. */
export function parallelTo(segment: Segment, dx: number, dy: number): number[] {
  if (segment.kind === "line") return [];
  if (segment.kind === "arc") {
    const { ux, uy, vx, vy, start, sweep } = segment;
    // C' = v cos θ − u sin θ.
    const angle = Math.atan2(vx * dy - vy * dx, ux * dy - uy * dx);
    // Angles are within (−2π, 4π): every half turn of that is tried.
    return Array.from({ length: 13 }, (_, k) => (angle + (k - 6) * Math.PI - start) / sweep);
  }
  const across = (x: number, y: number): number => x * dy - y * dx;
  if (segment.kind === "rational") {
    const [ax, ay, bx, by, cx, cy] = hodographOf(segment);
    const [a, b, c] = [across(ax, ay), across(bx, by), across(cx, cy)];
    return rootsOf(a - 2 * b + c, 2 * (b - a), a);
  }
  const p = derivativesAt(segment, 0);
  const q = derivativesAt(segment, 1);
  const f0 = across(p.dx, p.dy);
  const f1 = across(p.ddx, p.ddy);
  return rootsOf(across(q.dx, q.dy) - f0 - f1, f1, f0);
}

/** The real roots of a t² + b t + c, without cancellation. */
export function rootsOf(a: number, b: number, c: number): number[] {
  const inside = b * b - 4 * a * c;
  if (!(inside >= 0)) return [];
  const q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(inside)) / 2;
  return [q / a, c / q].filter(Number.isFinite);
}
