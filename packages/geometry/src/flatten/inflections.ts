import { derivativesAt, hodographOf, rootsOf, type Segment } from "../path";

/**
 * The parameters between 0 and 1 at which a segment stops being convex, rising: where C' × C'' changes its sign, and
 * where C' nearly vanishes (a cusp). Lines, arcs and quadratics, also rational ones, have no inflection; a quadratic on
 * one line turns back where its derivative vanishes.
 */
export function breaksOf(segment: Segment): number[] {
  if (segment.kind === "line" || segment.kind === "arc") return [];
  const p = derivativesAt(segment, 0);
  const found: number[] = [];
  if (segment.kind === "rational") {
    const [ax, ay, bx, by, cx, cy] = hodographOf(segment);
    const [ex, ey] = Math.abs(ax) + Math.abs(ay) > 0 ? [ax, ay] : [bx, by];
    const [a, b, c] = [ax * ex + ay * ey, bx * ex + by * ey, cx * ex + cy * ey];
    if (ax * by === ay * bx && bx * cy === by * cx && ax * cy === ay * cx)
      found.push(...rootsOf(a - 2 * b + c, 2 * (b - a), a));
  } else if (segment.kind === "quadratic") {
    const turning = -(p.dx * p.ddx + p.dy * p.ddy) / (p.ddx * p.ddx + p.ddy * p.ddy);
    if (p.dx * p.ddy - p.dy * p.ddx === 0) found.push(turning);
  } else {
    // With C' = b + 2 c t + 3 d t², C' × C'' / 2 = b × c + 3 (b × d) t + 3 (c × d) t².
    const [bx, by, cx, cy] = [p.dx, p.dy, p.ddx / 2, p.ddy / 2];
    const q = derivativesAt(segment, 1);
    const [dx, dy] = [(q.dx - bx - 2 * cx) / 3, (q.dy - by - 2 * cy) / 3];
    // All on one line: it turns back where its derivative along that line vanishes.
    const line = [bx * dy - by * dx, cx * dy - cy * dx, bx * cy - by * cx];
    if (line.every((cross) => cross === 0)) {
      const [ex, ey] =
        Math.abs(bx) + Math.abs(by) > 0 ? [bx, by] : Math.abs(cx) + Math.abs(cy) > 0 ? [cx, cy] : [dx, dy];
      found.push(...rootsOf(3 * (dx * ex + dy * ey), 2 * (cx * ex + cy * ey), bx * ex + by * ey));
    }
    found.push(...rootsOf(3 * (cx * dy - cy * dx), 3 * (bx * dy - by * dx), bx * cy - by * cx));
    // A cusp is a double root: rounding may lose it.
    const middle = -(bx * dy - by * dx) / (2 * (cx * dy - cy * dx));
    const { dx: vx, dy: vy } = derivativesAt(segment, middle);
    if (Math.hypot(vx, vy) <= 1e-6 * Math.hypot(bx, by, q.dx, q.dy)) found.push(middle);
  }
  return [...new Set(found)].filter((t) => t > 1e-9 && t < 1 - 1e-9).sort((a, b) => a - b);
}
