import {
  type Cap,
  derivativesAt,
  hasLength,
  type Join,
  locatePoint,
  nearestOnSegment,
  operandOf,
  type Path,
  pointAt,
  type Segment,
  type StrokeStyle,
  segmentsWithJoin,
  signedDistance,
  strokePath,
  tangentAt,
  writePathData,
} from "../../../src";
import { flawsOf } from "../../oracles/validity";
import { isInConvex } from "./convex";
import { pick, pointsNear, type Random, randomPath } from "./outlines";
import { type Run, timed } from "./run";

/**
 * Strokes against what normals of half the width sweep, with each join and cap as a polygon or a sector of its own, at
 * random places; those within the tolerance of the result's boundary are left out.
 */
export function stroke(r: Random): Run {
  const { path, size: extent, family } = randomPath(r);
  const style: StrokeStyle = {
    width: extent * pick(r, [0.02, 0.1, 0.3, 1, 4, r()]),
    join: pick<Join>(r, ["round", "miter", "bevel"]),
    cap: pick<Cap>(r, ["round", "butt", "square"]),
    miterLimit: pick(r, [1, 2, 4, 20]),
    tolerance: extent * pick(r, [1e-2, 1e-3, 1e-4]),
  };
  const { result, milliseconds } = timed(() => strokePath(path, style));
  const faults = flawsOf(result.polygons);
  const shape = operandOf(result.polygons);
  const segments = path.subpaths.flatMap(segmentsWithJoin);
  const along = segments.flatMap((segment) => [0, 0.13, 0.31, 0.5, 0.77, 1].map((t) => pointAt(segment, t)));
  const points = pointsNear(r, along, 0.8 * style.width, segments.length > 0 ? 16 : 0);
  for (const [x, y] of points) {
    if (Math.abs(signedDistance(x, y, shape).distance) <= 2 * style.tolerance) continue;
    // Nor what is narrower than the tolerance.
    const nearest = segments.reduce((least, each) => Math.min(least, nearestOnSegment(each, x, y).distance), Infinity);
    if (Math.abs(nearest - style.width / 2) <= 2 * style.tolerance) continue;
    const want = isStroked(path, style, x, y);
    const isInside = locatePoint(x, y, shape).side === "inside";
    if (want !== "either" && isInside !== (want === "yes"))
      faults.push(`(${x}, ${y}) is ${isInside ? "inside" : "outside"}`);
  }
  const input = `${family} ${writePathData(path)} ${JSON.stringify(style)}`;
  // About the vertices of the walks beside it.
  const size = segments.length * (1 + Math.sqrt(style.width / style.tolerance));
  const kind = `${family} ${Math.round(Math.log2(style.width / extent))}`;
  return { input, kind, size, milliseconds, faults };
}

/** Either where a curve bends more tightly than half the width beside an end or a corner that is not round. */
function isStroked(path: Path, style: StrokeStyle, x: number, y: number): "yes" | "no" | "either" {
  const h = style.width / 2;
  let answer: "no" | "either" = "no";
  for (const subpath of path.subpaths) {
    const segments = segmentsWithJoin(subpath).filter(hasLength);
    if (segments.length === 0) {
      const [dx, dy] = [Math.abs(x - subpath.x), Math.abs(y - subpath.y)];
      if (style.cap === "round" ? Math.hypot(dx, dy) <= h : style.cap === "square" && Math.max(dx, dy) <= h)
        return "yes";
      continue;
    }
    const n = segments.length;
    for (let k = 0; k < n; k++) {
      const swept = sweeps(segments[k], x, y, h);
      if (swept === "yes") return "yes";
      if (swept === "either") answer = "either";
      if (k > 0 || subpath.closed) if (isInJoin(segments[(k + n - 1) % n], segments[k], style, x, y)) return "yes";
    }
    if (subpath.closed) continue;
    const [sx, sy] = tangentAt(segments[0], 0, 1);
    const [ex, ey] = tangentAt(segments[n - 1], 1, -1);
    if (isInCap(pointAt(segments[0], 0), [-sx, -sy], style, x, y)) return "yes";
    if (isInCap(pointAt(segments[n - 1], 1), [ex, ey], style, x, y)) return "yes";
  }
  return answer;
}

const DENSE = 600;

/** Whether a normal of a segment, no longer than h, reaches a place. */
function sweeps(segment: Segment, x: number, y: number, h: number): "yes" | "no" | "either" {
  const { distance, t } = nearestOnSegment(segment, x, y);
  if (distance > h) return "no";
  if (t > 0 && t < 1) {
    const [px, py] = pointAt(segment, t);
    const [tx, ty] = tangentAt(segment, t, 1);
    // Of h, not of the distance: a foot is known to an ulp or so of the segment's size.
    if (Math.abs((x - px) * tx + (y - py) * ty) <= 1e-6 * h) return "yes";
  }
  const places = Array.from({ length: DENSE + 1 }, (_, i) => derivativesAt(segment, i / DENSE));
  const fastest = Math.max(...places.map(({ dx, dy }) => Math.hypot(dx, dy)));
  let before = Number.NaN;
  let isTight = false;
  for (const p of places) {
    const speed = Math.hypot(p.dx, p.dy);
    const along = (x - p.x) * p.dx + (y - p.y) * p.dy;
    const isSlow = speed < 0.03 * fastest;
    isTight ||= isSlow || Math.abs(p.dx * p.ddy - p.dy * p.ddx) * h >= 0.9 * speed ** 3;
    if (along * before <= 0 && !isSlow && Math.hypot(x - p.x, y - p.y) <= h * (1 - 1e-3)) return "yes";
    before = along;
  }
  return isTight ? "either" : "no";
}

function isInJoin(a: Segment, b: Segment, { width, join, miterLimit }: StrokeStyle, x: number, y: number): boolean {
  const h = width / 2;
  const [px, py] = pointAt(b, 0);
  const [[ux, uy], [vx, vy]] = [tangentAt(a, 1, -1), tangentAt(b, 0, 1)];
  const cross = ux * vy - uy * vx;
  const dot = ux * vx + uy * vy;
  const [qx, qy] = [(x - px) / h, (y - py) / h];
  if (Math.abs(cross) < 1e-9 && dot > 0) return false;
  // The two normals on the outer side.
  const side = cross > 0 ? 1 : -1;
  const [m, n] = [
    [side * uy, -side * ux],
    [side * vy, -side * vx],
  ];
  const isStraightBack = Math.abs(cross) < 1e-9;
  if (join === "round") {
    if (qx * qx + qy * qy > 1) return false;
    // Between the normals: beyond the end of a, before the beginning of b.
    return isStraightBack ? qx * ux + qy * uy >= 0 : qx * ux + qy * uy >= 0 && qx * vx + qy * vy <= 0;
  }
  if (isStraightBack) return false;
  const isMiter = join === "miter" && ((1 + dot) / 2) * miterLimit * miterLimit >= 1;
  const tip = isMiter ? [(m[0] + n[0]) / (1 + dot), (m[1] + n[1]) / (1 + dot)] : null;
  const corner = [[0, 0], m, ...(tip ? [tip] : []), n];
  return isInConvex(corner, qx, qy);
}

function isInCap(
  [px, py]: [number, number],
  [dx, dy]: [number, number],
  { width, cap }: StrokeStyle,
  x: number,
  y: number,
): boolean {
  if (cap === "butt") return false;
  const h = width / 2;
  const [along, across] = [(x - px) * dx + (y - py) * dy, (x - px) * dy - (y - py) * dx];
  if (along < 0) return false;
  return cap === "square" ? along <= h && Math.abs(across) <= h : along * along + across * across <= h * h;
}
