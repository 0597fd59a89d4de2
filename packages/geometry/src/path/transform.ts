import type { Path, Segment } from "./model";

/** The affine map (x, y) → (a x + c y + e, b x + d y + f), with CSS's order of names. */
export interface Affine {
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}

export const IDENTITY: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

export function translation(dx: number, dy: number): Affine {
  return { a: 1, b: 0, c: 0, d: 1, e: dx, f: dy };
}

/** Scaling about (cx, cy); negative factors mirror. */
export function scaling(sx: number, sy: number, cx = 0, cy = 0): Affine {
  return { a: sx, b: 0, c: 0, d: sy, e: cx - sx * cx, f: cy - sy * cy };
}

/** Rotation about (cx, cy) by an angle in radians, from +x towards +y. Exact at whole quarter turns. */
export function rotation(angle: number, cx = 0, cy = 0): Affine {
  const quarters = angle / (Math.PI / 2);
  const whole = Number.isInteger(quarters) ? ((quarters % 4) + 4) % 4 : -1;
  const cos = whole >= 0 ? [1, 0, -1, 0][whole] : Math.cos(angle);
  const sin = whole >= 0 ? [0, 1, 0, -1][whole] : Math.sin(angle);
  return { a: cos, b: sin, c: -sin, d: cos, e: cx - cos * cx + sin * cy, f: cy - sin * cx - cos * cy };
}

/** The map that applies `first`, then `second`. */
export function compose(first: Affine, second: Affine): Affine {
  const [e, f] = transformPoint(second, first.e, first.f);
  return {
    a: second.a * first.a + second.c * first.b,
    b: second.b * first.a + second.d * first.b,
    c: second.a * first.c + second.c * first.d,
    d: second.b * first.c + second.d * first.d,
    e,
    f,
  };
}

export function transformPoint(m: Affine, x: number, y: number): [number, number] {
  return [m.a * x + m.c * y + m.e, m.b * x + m.d * y + m.f];
}

/** The map that undoes another one; its determinant must not be 0. */
export function inverse({ a, b, c, d, e, f }: Affine): Affine {
  const determinant = a * d - b * c;
  return {
    a: d / determinant,
    b: -b / determinant,
    c: -c / determinant,
    d: a / determinant,
    e: (c * f - d * e) / determinant,
    f: (b * e - a * f) / determinant,
  };
}

/** A path under an affine map. Bézier curves map by their control points, arcs by centre and half-diameters. */
export function transformPath(path: Path, m: Affine): Path {
  return {
    subpaths: path.subpaths.map((subpath) => {
      const [x, y] = transformPoint(m, subpath.x, subpath.y);
      const segments = subpath.segments.map((segment) => mapSegment(segment, m));
      if (!subpath.heading) return { x, y, closed: subpath.closed, segments };
      return { x, y, closed: subpath.closed, segments, heading: mapHeading(subpath.heading, m) };
    }),
  };
}

function mapHeading([dx, dy]: [number, number], m: Affine): [number, number] {
  const [x, y] = [m.a * dx + m.c * dy, m.b * dx + m.d * dy];
  const length = Math.hypot(x, y) || 1;
  return [x / length, y / length];
}

function mapSegment(segment: Segment, m: Affine): Segment {
  const [x0, y0] = transformPoint(m, segment.x0, segment.y0);
  const [x1, y1] = transformPoint(m, segment.x1, segment.y1);
  switch (segment.kind) {
    case "line":
      return { kind: "line", x0, y0, x1, y1 };
    case "quadratic":
    case "rational": {
      const [x2, y2] = transformPoint(m, segment.x2, segment.y2);
      return { ...segment, x0, y0, x1, y1, x2, y2 };
    }
    case "cubic": {
      const [x2, y2] = transformPoint(m, segment.x2, segment.y2);
      const [x3, y3] = transformPoint(m, segment.x3, segment.y3);
      return { kind: "cubic", x0, y0, x1, y1, x2, y2, x3, y3 };
    }
    case "arc": {
      const [cx, cy] = transformPoint(m, segment.cx, segment.cy);
      const ux = m.a * segment.ux + m.c * segment.uy;
      const uy = m.b * segment.ux + m.d * segment.uy;
      const vx = m.a * segment.vx + m.c * segment.vy;
      const vy = m.b * segment.vx + m.d * segment.vy;
      return { ...segment, x0, y0, x1, y1, cx, cy, ux, uy, vx, vy };
    }
  }
}
