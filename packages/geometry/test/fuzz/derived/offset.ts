import {
  circleSubpath,
  convexHull,
  cutCorners,
  flattenPath,
  type Join,
  locatePoint,
  nearestOnSegment,
  type Operand,
  offsetOutlines,
  operandOf,
  type Path,
  pointAt,
  polygonPath,
  rotation,
  type SideStyle,
  signedDistance,
  strokePath,
  transformPath,
  writePathData,
} from "../../../src";
import { flawsOf } from "../../oracles/validity";
import { isInConvex } from "./convex";
import { sizeOf, textOf } from "./cut";
import { pick, pointsNear, type Random, randomPath, randomPolygons, roughPolygons, whole } from "./outlines";
import { type Run, timed } from "./run";

/**
 * Regions grown and shrunk. With round joins against the distance of random places; with others against rectangles beside
 * the edges and polygons at the corners that the joins stand at, one by one.
 */
export function offset(r: Random): Run {
  return r() < 0.2 ? curvedOffset(r) : straightOffset(r);
}

/** Ellipses, and polygons with rounded corners, under round joins: by the distance of places from the true curves. */
function curvedOffset(r: Random): Run {
  const size = 10 ** (whole(r, 13) - 6);
  const outline =
    r() < 0.5
      ? { subpaths: [circleSubpath(0, 0, size * (0.1 + r()), size * 10 ** -(2 * r()))] }
      : cutCorners(polygonPath([...convexHull(Array.from({ length: 14 }, () => 2 * size * r()))]), {
          by: "radius",
          size: size * pick(r, [0.01, 0.1, 1]),
          form: "arc",
        }).path;
  const path = transformPath(outline, rotation(7 * r()));
  const distance = (r() < 0.5 ? -1 : 1) * size * pick(r, [0.01, 0.05, 0.3, 1, r()]);
  const style = { join: "round" as const, miterLimit: 4, tolerance: size * pick(r, [1e-2, 1e-3, 1e-4]) };
  const { result, milliseconds } = timed(() => offsetOutlines(path, distance, style));
  const faults = flawsOf(result.polygons);
  const found = operandOf(result.polygons);
  const fine: Operand = {
    rings: flattenPath(path, { tolerance: style.tolerance / 50 }).subpaths.map(({ vertices }) => vertices),
    fillRule: "nonzero",
  };
  const { segments } = path.subpaths[0];
  const along = segments.flatMap((segment) => [0, 0.2, 0.4, 0.7, 0.9].map((t) => pointAt(segment, t)));
  for (const [x, y] of pointsNear(r, along, 1.3 * Math.abs(distance), 16)) {
    const off = segments.reduce(
      (least, segment) => Math.min(least, nearestOnSegment(segment, x, y).distance),
      Infinity,
    );
    const signed = locatePoint(x, y, fine).side === "inside" ? -off : off;
    if (Math.abs(signed - distance) <= 2 * style.tolerance || off <= style.tolerance) continue;
    const isIn = locatePoint(x, y, found).side === "inside";
    if (isIn !== signed < distance) faults.push(`(${x}, ${y}) is ${isIn ? "inside" : "outside"}`);
  }
  const input = `${writePathData(path)} by ${distance} ${JSON.stringify(style)}`;
  return { input, kind: "curved", size: sizeOf(found), milliseconds, faults };
}

function straightOffset(r: Random): Run {
  const polygons = pick(r, [randomPolygons, randomPolygons, regionOf, roughPolygons])(r);
  const shape = operandOf(polygons);
  const outlines: Path = { subpaths: shape.rings.flatMap((ring) => polygonPath(ring).subpaths) };
  const size = Math.max(1e-300, ...shape.rings.flatMap((ring) => [...ring].map(Math.abs)));
  const distance = (r() < 0.5 ? -1 : 1) * size * pick(r, [0.01, 0.05, 0.1, 0.3, 1, r()]);
  const join = pick<Join>(r, ["round", "round", "miter", "bevel"]);
  const style = { join, miterLimit: pick(r, [1, 2, 4]), tolerance: size * pick(r, [1e-2, 1e-3, 1e-4]) };
  const { result, milliseconds } = timed(() => offsetOutlines(outlines, distance, style));
  const faults = flawsOf(result.polygons);
  const found = operandOf(result.polygons);
  const corners = shape.rings.flatMap((ring) =>
    Array.from({ length: ring.length / 2 }, (_, i): [number, number] => [ring[2 * i], ring[2 * i + 1]]),
  );
  const band = join === "round" ? [] : bandOf(shape, distance, style);
  for (const [x, y] of corners.length ? pointsNear(r, corners, 1.2 * Math.abs(distance), 16) : []) {
    if (Math.abs(signedDistance(x, y, found).distance) <= 2 * style.tolerance) continue;
    const inShape = locatePoint(x, y, shape).side === "inside";
    const inBand = band.some((corner) => isInConvex(corner, x, y));
    const grown = distance > 0 ? inShape || inBand : inShape && !inBand;
    const want = join === "round" ? signedDistance(x, y, shape).distance < distance : grown;
    const isIn = locatePoint(x, y, found).side === "inside";
    if (isIn !== want) faults.push(`(${x}, ${y}) is ${isIn ? "inside" : "outside"}`);
  }
  const input = `${textOf(shape)} by ${distance} ${JSON.stringify(style)}`;
  return { input, size: sizeOf(found) + sizeOf(shape), milliseconds, faults };
}

/** Rectangles and corners on the side that a region grows to, or from which it shrinks. */
function bandOf({ rings }: Operand, distance: number, { join, miterLimit }: SideStyle): number[][][] {
  const h = Math.abs(distance);
  return rings.flatMap((ring) => {
    const n = ring.length / 2;
    const point = (i: number): number[] => [ring[2 * (i % n)], ring[2 * (i % n) + 1]];
    // Outwards on the right of the travel.
    const normal = (i: number): number[] => {
      const [[ax, ay], [bx, by]] = [point(i), point(i + 1)];
      const length = Math.hypot(bx - ax, by - ay);
      return [(Math.sign(distance) * (by - ay)) / length, (Math.sign(distance) * (ax - bx)) / length];
    };
    return Array.from({ length: n }, (_, i): number[][][] => {
      const [p, q, m, l] = [point(i), point(i + 1), normal(i), normal(i + 1)];
      const at = ([x, y]: number[], [nx, ny]: number[]): number[] => [x + h * nx, y + h * ny];
      const side = [p, q, at(q, m), at(p, m)];
      const [cross, dot] = [m[0] * l[1] - m[1] * l[0], m[0] * l[0] + m[1] * l[1]];
      if (cross * distance <= 0) return [side];
      const isMiter = join === "miter" && ((1 + dot) / 2) * miterLimit * miterLimit >= 1;
      const tip = at(q, [(m[0] + l[0]) / (1 + dot), (m[1] + l[1]) / (1 + dot)]);
      return [side, [q, at(q, m), ...(isMiter ? [tip] : []), at(q, l)]];
    }).flat();
  });
}

/** What a random path encloses. */
function regionOf(r: Random) {
  const { path, size } = randomPath(r);
  return strokePath(path, { width: 0.2 * size, join: "bevel", cap: "butt", miterLimit: 4, tolerance: 0.01 * size })
    .polygons;
}
