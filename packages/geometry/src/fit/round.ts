import {
  circleSubpath,
  momentsOf,
  nearestOnSegment,
  polygonPath,
  rotation,
  type Subpath,
  transformPath,
} from "../path";

export interface RoundOutline {
  subpath: Subpath;
  deviation: number;
  isCircle: boolean;
}

/** Outlines of fewer vertices are polygons. */
const LEAST_VERTICES = 8;

/**
 * The circle or ellipse that a closed outline is within a tolerance, both ways; null where it is none. Centre and axes come
 * from the moments of its area, the size from the mean of vertices and middles of edges; a circle is preferred. The
 * outline's sense and start are kept.
 */
export function roundOutline(vertices: Float64Array, tolerance: number): RoundOutline | null {
  if (vertices.length / 2 < LEAST_VERTICES) return null;
  const { area, centroid, second } = momentsOf(polygonPath(vertices));
  if (!(Math.abs(area) > 0) || !Number.isFinite(centroid.x)) return null;
  const [xx, yy, xy] = [second.xx / area, second.yy / area, second.xy / area];
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const spread = Math.hypot((xx - yy) / 2, xy);
  // An ellipse with half-axes a and b has second moments a²/4 and b²/4 of its area.
  const [a, b] = [2 * Math.sqrt((xx + yy) / 2 + spread), 2 * Math.sqrt(Math.max(0, (xx + yy) / 2 - spread))];
  if (!(b > 0)) return null;
  const middle = Math.sqrt(a * b);
  return (
    within(vertices, centroid.x, centroid.y, middle, middle, 0, Math.sign(area), tolerance) ??
    within(vertices, centroid.x, centroid.y, a, b, angle, Math.sign(area), tolerance)
  );
}

function within(
  v: Float64Array,
  cx: number,
  cy: number,
  rx: number,
  ry: number,
  angle: number,
  sense: number,
  tolerance: number,
): RoundOutline | null {
  const n = v.length / 2;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  /** The angle on the ellipse and the distance from the centre over that of the ellipse. */
  const polar = (x: number, y: number): [number, number] => {
    const [px, py] = [((x - cx) * c + (y - cy) * s) / rx, ((y - cy) * c - (x - cx) * s) / ry];
    return [Math.atan2(py, px), Math.hypot(px, py)];
  };
  // The outline lies between its vertices and the middles of its edges.
  let [inner, outer] = [Number.POSITIVE_INFINITY, 0];
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    const [here, there] = [polar(v[2 * i], v[2 * i + 1]), polar(v[2 * j], v[2 * j + 1])];
    let turn = sense * (there[0] - here[0]);
    if (turn < -Math.PI) turn += 2 * Math.PI;
    if (!(turn > 0 && turn < Math.PI / 2)) return null;
    outer = Math.max(outer, here[1]);
    inner = Math.min(inner, polar((v[2 * i] + v[2 * j]) / 2, (v[2 * i + 1] + v[2 * j + 1]) / 2)[1]);
  }
  const factor = (inner + outer) / 2;
  const [start] = polar(v[0], v[1]);
  const whole = circleSubpath(0, 0, factor * rx, factor * ry);
  const [arc] = whole.segments;
  if (arc.kind !== "arc") return null;
  const [x, y] = [factor * rx * Math.cos(start), factor * ry * Math.sin(start)];
  const begun = { ...arc, x0: x, y0: y, x1: x, y1: y, start, sweep: sense * 2 * Math.PI };
  const path = { subpaths: [{ x, y, segments: [begun], closed: true }] };
  const map = { ...rotation(angle), e: cx, f: cy };
  const [subpath] = transformPath(path, map).subpaths;
  let deviation = 0;
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    const ends = [
      [v[2 * i], v[2 * i + 1]],
      [(v[2 * i] + v[2 * j]) / 2, (v[2 * i + 1] + v[2 * j + 1]) / 2],
    ].map(([px, py]) => nearestOnSegment(subpath.segments[0], px, py).distance);
    deviation = Math.max(deviation, ...ends);
    if (deviation > tolerance) return null;
  }
  return { subpath, deviation, isCircle: rx === ry };
}
