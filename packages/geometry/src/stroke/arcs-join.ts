type Vector = [number, number];

/**
 * The outer boundary of an arcs join around the origin, for half a width of 1: places between the right normals m and n,
 * along the circles that go on from there with the curvature of the parallels, up to where they meet. `before` and `after`
 * are the outline's curvatures times half the width, positive where it turns from +x towards +y.
 *
 * A parallel on the right of a curve with curvature κ has the radius |1 / κ + 1|. Circles that do not meet grow and shrink by
 * the same amount until they touch, and a circle beside a line grows; straight sides go on straight. The length of the join is
 * that of the circular arc from the origin to the meeting which starts along the bisector; where it is longer than the limit, a
 * line across that arc cuts it off there.
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
  const straight: [Side, Side] = [sideOf(m, 0), sideOf(n, 0)];
  const meeting = meetingOf(sideOf(m, before), sideOf(n, after), m, n) ?? meetingOf(...straight, m, n);
  const [first, second] = meeting?.sides ?? straight;
  const cut = cutOf(m, n, meeting?.place ?? null, limit);
  const [p, q] = cut
    ? [nearestAhead(crossings(first, cut), m, n, m), nearestAhead(crossings(second, cut), m, n, n)]
    : [meeting?.place, meeting?.place];
  // A limit so low that the line cuts off the corners, too.
  if (!p || !q) return [];
  return [...along(first, m, p, tolerance), p, ...(cut ? [q] : []), ...along(second, q, n, tolerance)];
}

/** The line that cuts a join off; null where the join is within the limit. Sides that meet nowhere meet far away. */
function cutOf(m: Vector, n: Vector, place: Vector | null, limit: number): Line | null {
  const sum = Math.hypot(m[0] + n[0], m[1] + n[1]);
  // Along the bisector, or straight on where the outline turns back.
  const [ux, uy] = sum > 1e-9 ? [(m[0] + n[0]) / sum, (m[1] + n[1]) / sum] : [-m[1], m[0]];
  if (!place) return { kind: "line", x: limit * ux, y: limit * uy, dx: -uy, dy: ux };
  const chord = Math.hypot(...place);
  // Between the bisector and the chord, which is half the angle that the arc turns by.
  const half = Math.atan2(ux * place[1] - uy * place[0], ux * place[0] + uy * place[1]);
  const length = half === 0 ? chord : (chord * half) / Math.sin(half);
  if (length <= limit) return null;
  const turn = (2 * half * limit) / length;
  const reach = turn === 0 ? limit : (limit * Math.sin(turn / 2)) / (turn / 2);
  const towards = (angle: number): Vector => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return [ux * c - uy * s, uy * c + ux * s];
  };
  const [x, y] = towards(turn / 2);
  const [tx, ty] = towards(turn);
  return { kind: "line", x: reach * x, y: reach * y, dx: -ty, dy: tx };
}

/** What a side goes on along: a circle, or a line through a point in a direction. */
type Side = Circle | Line;
type Circle = { kind: "circle"; x: number; y: number; radius: number };
type Line = { kind: "line"; x: number; y: number; dx: number; dy: number };

/** Curvatures below this are straight. */
const STRAIGHT = 1e-6;

function sideOf([x, y]: Vector, curvature: number): Side {
  if (!(Math.abs(curvature) > STRAIGHT)) return { kind: "line", x, y, dx: -y, dy: x };
  // The centre of curvature lies on the left of the travel, against the right normal, where it turns to the left.
  const centre = -1 / curvature;
  return { kind: "circle", x: centre * x, y: centre * y, radius: Math.abs(centre - 1) };
}

/** The meeting of both sides that comes first beyond the corner, and the sides, adjusted where they did not meet. */
function meetingOf(a: Side, b: Side, m: Vector, n: Vector): { place: Vector; sides: [Side, Side] } | null {
  const place = nearestAhead(crossings(a, b), m, n, m);
  if (place) return { place, sides: [a, b] };
  if (a.kind === "line" && b.kind === "line") return null;
  const sides = touching(a, b, m, n);
  const touch = nearestAhead(crossings(...sides), m, n, m);
  return touch && { place: touch, sides };
}

/** Of places beyond the end of the side before, and before the beginning of the one after, the one nearest to another. */
function nearestAhead(places: Vector[], m: Vector, n: Vector, [x, y]: Vector): Vector | null {
  const isAhead = ([px, py]: Vector): boolean =>
    -m[1] * (px - m[0]) + m[0] * (py - m[1]) >= -1e-9 && n[1] * (px - n[0]) - n[0] * (py - n[1]) >= -1e-9;
  const distance = ([px, py]: Vector): number => Math.hypot(px - x, py - y);
  return places.filter(isAhead).sort((p, q) => distance(p) - distance(q))[0] ?? null;
}

function crossings(a: Side, b: Side): Vector[] {
  if (a.kind === "line" && b.kind === "line") {
    const cross = a.dx * b.dy - a.dy * b.dx;
    const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / cross;
    return Number.isFinite(t) ? [[a.x + t * a.dx, a.y + t * a.dy]] : [];
  }
  if (a.kind === "line") return lineAndCircle(a, b as Circle);
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

function lineAndCircle({ x, y, dx, dy }: Line, circle: Circle): Vector[] {
  const [px, py] = [x - circle.x, y - circle.y];
  const along = px * dx + py * dy;
  const inside = along * along - (px * px + py * py - circle.radius ** 2);
  if (!(inside >= 0)) return [];
  return [-1, 1].map((sign): Vector => {
    const t = -along + sign * Math.sqrt(inside);
    return [x + t * dx, y + t * dy];
  });
}

/** Both circles through their corners with radii changed by the same amount, until they touch; lines stay as they are. */
function touching(a: Side, b: Side, m: Vector, n: Vector): [Side, Side] {
  const signs = growthOf(a, b);
  const [ra, rb] = [a, b].map((side) => (side.kind === "circle" ? side.radius : 0));
  let [low, high] = [0, Math.max(ra, rb) * (signs[0] === signs[1] ? 1e6 : 1)];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    const meets = crossings(grown(a, m, signs[0] * middle), grown(b, n, signs[1] * middle)).length > 0;
    if (meets) high = middle;
    else low = middle;
  }
  return [grown(a, m, signs[0] * high), grown(b, n, signs[1] * high)];
}

/** Inside of each other the smaller circle grows and the larger one shrinks; apart, and beside a line, both grow. */
function growthOf(a: Side, b: Side): Vector {
  const isInside =
    a.kind === "circle" && b.kind === "circle" && Math.hypot(b.x - a.x, b.y - a.y) <= a.radius + b.radius;
  if (!isInside) return [1, 1];
  return a.radius < b.radius ? [1, -1] : [-1, 1];
}

function grown(side: Side, [x, y]: Vector, by: number): Side {
  if (side.kind === "line") return side;
  const radius = Math.max(1e-9, side.radius + by);
  const share = radius / side.radius;
  return { kind: "circle", x: x + (side.x - x) * share, y: y + (side.y - y) * share, radius };
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
