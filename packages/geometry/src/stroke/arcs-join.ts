type Vector = [number, number];

/**
 * The outer boundary of an arcs join around the origin, for half a width of 1: places between the right normals m and n,
 * along the circles that go on from there with the curvature of the parallels, up to where they meet; nothing where the
 * join would be longer than the limit, which leaves a bevel. `before` and `after` are the outline's curvatures times half
 * the width, positive where it turns from +x towards +y.
 *
 * A parallel on the right of a curve with curvature κ has the radius |1 / κ + 1|. Circles that do not meet grow and shrink by
 * the same amount until they touch; straight sides go on straight.
 * Source: SVG 2, section 13.5.5, https://www.w3.org/TR/SVG2/painting.html#LineJoin
 */
export function arcsJoin(
  m: Vector,
  n: Vector,
  before: number,
  after: number,
  limit: number,
  tolerance: number,
): Vector[] {
  const [first, second] = [sideOf(m, before), sideOf(n, after)];
  const meeting = meetingOf(first, second, m, n);
  if (!meeting || Math.hypot(...meeting.place) > limit) return [];
  return [
    ...along(meeting.first, m, meeting.place, tolerance),
    meeting.place,
    ...along(meeting.second, meeting.place, n, tolerance),
  ];
}

/** What a side goes on along: a circle, or a line through a point in a direction. */
type Side =
  | { kind: "circle"; x: number; y: number; radius: number }
  | { kind: "line"; x: number; y: number; dx: number; dy: number };

/** Curvatures below this are straight. */
const STRAIGHT = 1e-6;

function sideOf([x, y]: Vector, curvature: number): Side {
  if (!(Math.abs(curvature) > STRAIGHT)) return { kind: "line", x, y, dx: -y, dy: x };
  // The centre of curvature lies on the left of the travel, against the right normal, where it turns to the left.
  const centre = -1 / curvature;
  return { kind: "circle", x: centre * x, y: centre * y, radius: Math.abs(centre - 1) };
}

/** The meeting of both sides that comes first beyond the corner, and the sides, adjusted where they did not meet. */
function meetingOf(a: Side, b: Side, m: Vector, n: Vector): { place: Vector; first: Side; second: Side } | null {
  const ahead = (place: Vector): boolean => {
    // Beyond the end of the side before, and before the beginning of the one after.
    return (
      -m[1] * (place[0] - m[0]) + m[0] * (place[1] - m[1]) >= -1e-9 &&
      n[1] * (place[0] - n[0]) - n[0] * (place[1] - n[1]) >= -1e-9
    );
  };
  const nearest = (places: Vector[]): Vector | null =>
    places
      .filter(ahead)
      .sort((p, q) => Math.hypot(p[0] - m[0], p[1] - m[1]) - Math.hypot(q[0] - m[0], q[1] - m[1]))[0] ?? null;
  const place = nearest(crossings(a, b));
  if (place) return { place, first: a, second: b };
  if (a.kind === "line" || b.kind === "line") return null;
  const [first, second] = touching(a, b, m, n);
  const touch = nearest(crossings(first, second));
  return touch && { place: touch, first, second };
}

function crossings(a: Side, b: Side): Vector[] {
  if (a.kind === "line" && b.kind === "line") {
    const cross = a.dx * b.dy - a.dy * b.dx;
    const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / cross;
    return Number.isFinite(t) ? [[a.x + t * a.dx, a.y + t * a.dy]] : [];
  }
  if (a.kind === "line") return lineAndCircle(a, b as Extract<Side, { kind: "circle" }>);
  if (b.kind === "line") return lineAndCircle(b, a);
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  const t = (squared + a.radius ** 2 - b.radius ** 2) / (2 * squared);
  const h = a.radius ** 2 / squared - t * t;
  // Touching but for rounding.
  if (!(h >= -1e-9)) return [];
  const s = Math.sqrt(Math.max(0, h));
  return [
    [a.x + t * dx - s * dy, a.y + t * dy + s * dx],
    [a.x + t * dx + s * dy, a.y + t * dy - s * dx],
  ];
}

function lineAndCircle(
  { x, y, dx, dy }: Extract<Side, { kind: "line" }>,
  circle: Extract<Side, { kind: "circle" }>,
): Vector[] {
  const [px, py] = [x - circle.x, y - circle.y];
  const along = px * dx + py * dy;
  const inside = along * along - (px * px + py * py - circle.radius ** 2);
  if (!(inside >= 0)) return [];
  return [-1, 1].map((sign): Vector => {
    const t = -along + sign * Math.sqrt(inside);
    return [x + t * dx, y + t * dy];
  });
}

/** Both circles through their corners with radii changed by the same amount, until they touch. */
function touching(
  a: Extract<Side, { kind: "circle" }>,
  b: Extract<Side, { kind: "circle" }>,
  m: Vector,
  n: Vector,
): [Side, Side] {
  // Inside of each other the smaller one grows and the larger one shrinks; apart both grow.
  const isApart = Math.hypot(b.x - a.x, b.y - a.y) > a.radius + b.radius;
  const signs: Vector = isApart ? [1, 1] : a.radius < b.radius ? [1, -1] : [-1, 1];
  const grown = (side: typeof a, [x, y]: Vector, by: number): typeof a => {
    const radius = Math.max(1e-9, side.radius + by);
    const share = radius / side.radius;
    return { kind: "circle", x: x + (side.x - x) * share, y: y + (side.y - y) * share, radius };
  };
  let [low, high] = [0, Math.max(a.radius, b.radius) * (isApart ? 1e6 : 1)];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    const meets = crossings(grown(a, m, signs[0] * middle), grown(b, n, signs[1] * middle)).length > 0;
    if (meets) high = middle;
    else low = middle;
  }
  return [grown(a, m, signs[0] * high), grown(b, n, signs[1] * high)];
}

/** Places along a side between two of its points, both left out. */
function along(side: Side, [px, py]: Vector, [qx, qy]: Vector, tolerance: number): Vector[] {
  if (side.kind === "line") return [];
  const { x, y, radius } = side;
  const [ax, ay, bx, by] = [px - x, py - y, qx - x, qy - y];
  const angle = Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
  const widest = 4 * Math.asin(Math.min(1, Math.sqrt(tolerance / (2 * radius))));
  const count = Math.min(1 << 16, Math.ceil(Math.abs(angle) / Math.min(widest, Math.PI / 2)));
  return Array.from({ length: Math.max(0, count - 1) }, (_, i): Vector => {
    const [c, s] = [Math.cos((angle * (i + 1)) / count), Math.sin((angle * (i + 1)) / count)];
    return [x + ax * c - ay * s, y + ay * c + ax * s];
  });
}
