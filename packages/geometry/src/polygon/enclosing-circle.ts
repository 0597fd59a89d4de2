import { convexHull } from "./hull";

export interface Circle {
  x: number;
  y: number;
  radius: number;
}

/**
 * The smallest circle around points x0 y0 x1 y1 …: none of them lies further from its centre than its radius, as doubles
 * tell, and no smaller circle holds them all but for rounding (1e-14 of the size). Null without points. Expected O(n) after
 * the hull, O(n log n) in all.
 * Source: E. Welzl, "Smallest enclosing disks (balls and ellipsoids)" (1991), in its form with moves to the front.
 */
export function enclosingCircle(points: ArrayLike<number>): Circle | null {
  const hull = convexHull(points);
  const n = hull.length / 2;
  if (n === 0) return null;
  const at = (i: number): [number, number] => [hull[2 * i], hull[2 * i + 1]];
  const order = shuffled(n);
  let circle: Circle = { x: hull[0], y: hull[1], radius: 0 };
  for (let i = 0; i < n; i++) {
    const p = at(order[i]);
    if (holds(circle, p)) continue;
    circle = { x: p[0], y: p[1], radius: 0 };
    for (let j = 0; j < i; j++) {
      const q = at(order[j]);
      if (holds(circle, q)) continue;
      circle = between(p, q);
      for (let k = 0; k < j; k++) if (!holds(circle, at(order[k]))) circle = around(p, q, at(order[k]));
    }
  }
  let radius = 0;
  for (let i = 0; i < n; i++) radius = Math.max(radius, Math.hypot(hull[2 * i] - circle.x, hull[2 * i + 1] - circle.y));
  return { ...circle, radius };
}

function holds({ x, y, radius }: Circle, [px, py]: [number, number]): boolean {
  // What lies on the circle but for rounding must not be taken for outside: it would be asked for ever more.
  return Math.hypot(px - x, py - y) <= radius * (1 + 1e-14);
}

function between([px, py]: [number, number], [qx, qy]: [number, number]): Circle {
  return { x: px / 2 + qx / 2, y: py / 2 + qy / 2, radius: Math.hypot(px - qx, py - qy) / 2 };
}

/** The circle through three points; the one around the two furthest where they lie on a line. */
function around(p: [number, number], q: [number, number], r: [number, number]): Circle {
  const [ax, ay] = [q[0] - p[0], q[1] - p[1]];
  const [bx, by] = [r[0] - p[0], r[1] - p[1]];
  const twice = 2 * (ax * by - ay * bx);
  const [a, b] = [ax * ax + ay * ay, bx * bx + by * by];
  const [x, y] = [(by * a - ay * b) / twice, (ax * b - bx * a) / twice];
  if (Number.isFinite(x) && Number.isFinite(y)) return { x: p[0] + x, y: p[1] + y, radius: Math.hypot(x, y) };
  const pairs = [between(p, q), between(p, r), between(q, r)];
  return pairs.reduce((widest, pair) => (pair.radius > widest.radius ? pair : widest));
}

/** The numbers below n in an order that is the same every time. */
function shuffled(n: number): Int32Array {
  const order = Int32Array.from({ length: n }, (_, i) => i);
  let state = 1;
  for (let i = n - 1; i > 0; i--) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    const j = Math.floor((state / 2 ** 32) * (i + 1));
    [order[i], order[j]] = [order[j], order[i]];
  }
  return order;
}
