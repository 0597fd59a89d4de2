/** A straight segment from (x0, y0) to (x1, y1). All coordinates in the model are in plan units. */
export interface Line {
  kind: "line";
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** A quadratic Bézier curve with the control point (x1, y1). */
export interface Quadratic {
  kind: "quadratic";
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

/**
 * A rational quadratic Bézier curve, an arc of a conic section, in standard form: the weights of its ends are 1, that of
 * the control point (x1, y1) is `weight` > 0. Below 1 the arc is elliptical, at 1 a parabola's, above hyperbolic.
 */
export interface RationalQuadratic {
  kind: "rational";
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  weight: number;
}

/** A cubic Bézier curve with the control points (x1, y1) and (x2, y2). */
export interface Cubic {
  kind: "cubic";
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  x3: number;
  y3: number;
}

/**
 * An elliptical arc as the affine image of a circular one: the point at eccentric angle θ is c + u cos θ + v sin θ.
 * u and v are conjugate half-diameters, so any affine map of the arc maps c, u and v and leaves the angles alone.
 * Angles in radians; `sweep` is signed. The ends are kept as given, not recomputed from the angles.
 */
export interface Arc {
  kind: "arc";
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  cx: number;
  cy: number;
  ux: number;
  uy: number;
  vx: number;
  vy: number;
  start: number;
  sweep: number;
}

export type Segment = Line | Quadratic | RationalQuadratic | Cubic | Arc;

/** One outline. When it is closed and its last segment does not end at the start, a straight join is implied. */
export interface Subpath {
  x: number;
  y: number;
  segments: Segment[];
  closed: boolean;
  /** The direction of travel of an outline without length, a unit vector: how a square cap stands. +x by default. */
  heading?: [dx: number, dy: number];
}

export interface Path {
  subpaths: Subpath[];
}

/** The point of a segment at parameter t in [0, 1], as [x, y]. Exact at both ends. */
export function pointAt(segment: Segment, t: number): [number, number] {
  const s = 1 - t;
  switch (segment.kind) {
    case "line":
      return [s * segment.x0 + t * segment.x1, s * segment.y0 + t * segment.y1];
    case "quadratic": {
      const { x0, y0, x1, y1, x2, y2 } = segment;
      return [s * (s * x0 + 2 * t * x1) + t * t * x2, s * (s * y0 + 2 * t * y1) + t * t * y2];
    }
    case "rational": {
      const { x0, y0, x1, y1, x2, y2, weight } = segment;
      const [a, b, c] = [s * s, 2 * weight * s * t, t * t];
      const sum = a + b + c;
      return [(a * x0 + b * x1 + c * x2) / sum, (a * y0 + b * y1 + c * y2) / sum];
    }
    case "cubic": {
      const { x0, y0, x1, y1, x2, y2, x3, y3 } = segment;
      const a = s * s * s;
      const b = 3 * s * s * t;
      const c = 3 * s * t * t;
      const d = t * t * t;
      return [a * x0 + b * x1 + c * x2 + d * x3, a * y0 + b * y1 + c * y2 + d * y3];
    }
    case "arc": {
      if (t === 0) return [segment.x0, segment.y0];
      if (t === 1) return [segment.x1, segment.y1];
      const angle = segment.start + t * segment.sweep;
      const cos = Math.cos(angle);
      const sin = Math.sin(angle);
      return [segment.cx + segment.ux * cos + segment.vx * sin, segment.cy + segment.uy * cos + segment.vy * sin];
    }
  }
}

/** Whether a segment leads anywhere: not when all its points coincide. */
export function hasLength(segment: Segment): boolean {
  const { x0, y0, x1, y1 } = segment;
  if (segment.kind === "arc") return segment.sweep !== 0;
  if (x0 !== x1 || y0 !== y1) return true;
  if (segment.kind === "line") return false;
  if (segment.x2 !== x0 || segment.y2 !== y0) return true;
  return segment.kind === "cubic" && (segment.x3 !== x0 || segment.y3 !== y0);
}

/** A closed polygon (or an open polyline) through the points x0 y0 x1 y1 …; an odd count is the caller's error. */
export function polygonPath(points: ArrayLike<number>, closed = true): Path {
  if (points.length < 2) return { subpaths: [] };
  const segments: Segment[] = [];
  for (let i = 2; i + 1 < points.length; i += 2)
    segments.push({ kind: "line", x0: points[i - 2], y0: points[i - 1], x1: points[i], y1: points[i + 1] });
  return { subpaths: [{ x: points[0], y: points[1], segments, closed }] };
}

/**
 * A whole ellipse with half-diameters rx along x and ry along y, from its +x end towards +y (a circle when rx = ry).
 * One arc of a full turn: its start is its end.
 */
export function circleSubpath(cx: number, cy: number, rx: number, ry: number): Subpath {
  const x = cx + rx;
  const arc: Arc = {
    kind: "arc",
    x0: x,
    y0: cy,
    x1: x,
    y1: cy,
    cx,
    cy,
    ux: rx,
    uy: 0,
    vx: 0,
    vy: ry,
    start: 0,
    sweep: 2 * Math.PI,
  };
  return { x, y: cy, segments: [arc], closed: true };
}
