import { principalAxes } from "./arc";
import { type Arc, type Path, pointAt, type RationalQuadratic, type Segment } from "./model";
import { rationalPart } from "./rational";

/**
 * A path as SVG path data in absolute commands, one subpath a line. `write` turns numbers into text; what it rounds is
 * the only loss, and that path data has no rational curves: elliptical ones become arcs, others quadratics, no further off
 * than 2^-24 of their size. Arcs are written in endpoint form, those of more than half a turn in two pieces.
 */
export function writePathData(path: Path, write: (value: number) => string = String): string {
  const point = (x: number, y: number): string => `${write(x)} ${write(y)}`;
  return path.subpaths
    .map(({ x, y, segments, closed }) => {
      const commands = segments.flatMap((segment) => segmentData(segment, write, point));
      return [`M ${point(x, y)}`, ...commands, ...(closed ? ["Z"] : [])].join(" ");
    })
    .join("\n");
}

function segmentData(
  segment: Segment,
  write: (value: number) => string,
  point: (x: number, y: number) => string,
): string[] {
  switch (segment.kind) {
    case "line":
      return [`L ${point(segment.x1, segment.y1)}`];
    case "quadratic":
      return [`Q ${point(segment.x1, segment.y1)} ${point(segment.x2, segment.y2)}`];
    case "rational":
      return rationalData(segment, write, point);
    case "cubic":
      return [`C ${point(segment.x1, segment.y1)} ${point(segment.x2, segment.y2)} ${point(segment.x3, segment.y3)}`];
    case "arc": {
      const { rx, ry, turned, mirrored } = principalAxes(segment);
      const radii = `${write(rx)} ${write(ry)} ${write((turned * 180) / Math.PI)}`;
      const flag = segment.sweep > 0 !== mirrored ? 1 : 0;
      // The endpoint form cannot tell a whole turn, and is ill conditioned near it.
      const pieces =
        Math.abs(segment.sweep) > Math.PI ? [pointAt(segment, 0.5), pointAt(segment, 1)] : [pointAt(segment, 1)];
      return pieces.map(([x, y]) => `A ${radii} 0 ${flag} ${point(x, y)}`);
    }
  }
}

function rationalData(
  curve: RationalQuadratic,
  write: (value: number) => string,
  point: (x: number, y: number) => string,
): string[] {
  if (curve.weight < NEAR_PARABOLA) return segmentData(arcOfRational(curve), write, point);
  const size =
    Math.hypot(curve.x1 - curve.x0, curve.y1 - curve.y0) + Math.hypot(curve.x2 - curve.x1, curve.y2 - curve.y1);
  return quadraticPieces(curve, 2 ** -24 * size).map(({ x1, y1, x2, y2 }) => `Q ${point(x1, y1)} ${point(x2, y2)}`);
}

/** Between this weight and 1 the ellipse is so large that digits are lost. */
const NEAR_PARABOLA = 0.99;

/** Halves until the quadratic with the same control points is near enough: off by |w / (1 + w) − 1/2| |P1 − middle|. */
function quadraticPieces(curve: RationalQuadratic, tolerance: number): RationalQuadratic[] {
  const { x0, y0, x1, y1, x2, y2, weight } = curve;
  const off = Math.abs((weight - 1) / (2 * (1 + weight))) * Math.hypot(x1 - (x0 + x2) / 2, y1 - (y0 + y2) / 2);
  if (!(off > tolerance)) return [curve];
  const [first, second] = [rationalPart(curve, 0, 0.5), rationalPart(curve, 0.5, 1)];
  return [...quadraticPieces(first, tolerance), ...quadraticPieces(second, tolerance)];
}

/**
 * A rational curve of weight cos α < 1 as the arc that it is: the affine image of a circle's arc from −α to α, whose
 * control point lies 1 / cos α from the centre.
 */
function arcOfRational({ x0, y0, x1, y1, x2, y2, weight }: RationalQuadratic): Arc {
  const squared = (1 - weight) * (1 + weight);
  const [mx, my] = [(x0 + x2) / 2, (y0 + y2) / 2];
  const [ux, uy] = [((x1 - mx) * weight) / squared, ((y1 - my) * weight) / squared];
  const [vx, vy] = [(x2 - x0) / 2 / Math.sqrt(squared), (y2 - y0) / 2 / Math.sqrt(squared)];
  const half = Math.acos(weight);
  const ends = { x0, y0, x1: x2, y1: y2, cx: mx - ux * weight, cy: my - uy * weight };
  return { kind: "arc", ...ends, ux, uy, vx, vy, start: -half, sweep: 2 * half };
}
