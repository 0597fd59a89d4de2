import {
  area,
  circleSubpath,
  combine,
  flattenPath,
  keepCurves,
  momentsOf,
  type Operand,
  type Operation,
  type Path,
  partOf,
  pointAt,
  polygonPath,
  rotation,
  scaling,
  signedArea,
  sourcesOf,
  traceEdges,
  transformPath,
  writePathData,
} from "../../../src";
import { pick, type Random } from "./outlines";
import { type Run, timed } from "./run";

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];
const RADIUS = 10;

/**
 * A circle with a half-plane, or with another circle, at all angles down to touching, flattened coarsely: areas and ends of
 * the true curves against closed forms.
 */
export function curves(r: Random): Run {
  return r() < 0.5 ? withLine(r) : withCircle(r);
}

/** A circle in one arc, or in several. */
function circle(r: Random, radius: number, x: number): Path {
  const [whole] = circleSubpath(x, 0, radius, radius).segments;
  const count = 1 + Math.floor(3 * r());
  const segments = Array.from({ length: count }, (_, i) => partOf(whole, i / count, (i + 1) / count));
  // Neighbours meet in one place.
  segments.forEach((segment, i) => {
    const [x0, y0] = pointAt(segments[(i + count - 1) % count], 1);
    segments[i] = { ...segment, x0, y0 };
  });
  const path = { subpaths: [{ x: segments[0].x0, y: segments[0].y0, segments, closed: true }] };
  return transformPath(path, rotation(7 * r(), x, 0));
}

function withLine(r: Random): Run {
  // From the middle to outside, most of them near to touching.
  const depth = pick(r, [2 * r(), r(), 0.3 * r(), 0.1 * r(), -0.1 * r()]) * RADIUS;
  const y = RADIUS - depth;
  const half = polygonPath([-40, y, 40, y, 40, 80, -40, 80]);
  const cap = depth > 0 ? RADIUS ** 2 * Math.acos(y / RADIUS) - y * Math.sqrt(RADIUS ** 2 - y * y) : 0;
  const end = Math.sqrt(Math.max(0, RADIUS ** 2 - y * y));
  return compared(r, circle(r, RADIUS, 0), half, cap, 80 * (80 - y), depth, [
    [end, y],
    [-end, y],
  ]);
}

function withCircle(r: Random): Run {
  const other = RADIUS * pick(r, [1, 0.5, 0.2 + r()]);
  const depth = pick(r, [2 * r(), r(), 0.3 * r(), 0.05 * r(), -0.1 * r()]) * Math.min(other, RADIUS);
  const d = RADIUS + other - depth;
  const x = (d * d + RADIUS ** 2 - other ** 2) / (2 * d);
  const y = Math.sqrt(Math.max(0, RADIUS ** 2 - x * x));
  const lens =
    depth > 0 ? RADIUS ** 2 * Math.acos(x / RADIUS) - x * y + other ** 2 * Math.acos((d - x) / other) - (d - x) * y : 0;
  return compared(r, circle(r, RADIUS, 0), circle(r, other, d), lens, Math.PI * other ** 2, depth, [
    [x, y],
    [x, -y],
  ]);
}

/** All operations on two outlines, turned and in any size, whose common area and ends are known. */
function compared(r: Random, a: Path, b: Path, common: number, areaB: number, depth: number, ends: number[][]): Run {
  const tolerance = pick(r, [0.3, 0.1, 0.01]);
  const operation = pick(r, OPERATIONS);
  const size = pick(r, [1, 1, 1e-6, 1e6]);
  const [angle, place] = [r() < 0.4 ? 0 : 7 * r(), r() < 0.5 ? 0 : 30 * r()];
  const moved = (path: Path): Path =>
    transformPath(transformPath(path, rotation(angle)), { ...scaling(size, size), e: place * size, f: -place * size });
  const back = (x: number, y: number): number[] => {
    const [px, py] = [x / size - place, y / size + place];
    return [px * Math.cos(angle) + py * Math.sin(angle), py * Math.cos(angle) - px * Math.sin(angle)];
  };
  const [p, q] = [moved(a), moved(b)];
  const [one, two] = [p, q].map((path) => traced(path, tolerance * size));
  const result = combine(operation, one.operand, two.operand);
  const { result: kept, milliseconds } = timed(() => keepCurves(traceEdges(result, [one.sources, two.sources])));
  const areaA = Math.PI * RADIUS ** 2;
  const want = {
    union: areaA + areaB - common,
    intersection: common,
    difference: areaA - common,
    xor: areaA + areaB - 2 * common,
  }[operation];
  const found = momentsOf(kept.path).area / size ** 2;
  const faults: string[] = [];
  const [common1, sizes] = [
    combine("intersection", one.operand, two.operand).polygons,
    [one, two].map(({ operand }) => Math.abs(signedArea(operand.rings[0]))),
  ];
  const crosses = area(common1) > 0 && area(common1) < Math.min(...sizes) * (1 - 1e-12);
  // Where flattened curves run along each other they cross anywhere; what crosses by less than both tolerances may not cross.
  if (result.report.intersections > 2 || crosses !== depth > 0) {
    const slack = 2 * tolerance * 2 * Math.PI * (RADIUS + Math.sqrt(areaB));
    if (!(Math.abs(found - want) <= slack)) faults.push(`area ${found}, not about ${want}`);
    if (Math.min(depth, 2 * Math.min(RADIUS, Math.sqrt(areaB / Math.PI)) - depth) > 2 * tolerance && !crosses)
      faults.push("not crossed");
  } else {
    if (!(Math.abs(found - want) <= 1e-6 * Math.max(1, areaB))) faults.push(`area ${found}, not ${want}`);
    const corners = kept.path.subpaths.flatMap(({ segments }) =>
      segments.map((segment) => back(...pointAt(segment, 0))),
    );
    for (const [x, y] of depth > 0 ? ends : [])
      if (!corners.some(([cx, cy]) => Math.hypot(cx - x, cy - y) <= 1e-6))
        faults.push(
          `no end at (${x}, ${y}); nearest ${corners.map(([cx, cy]) => Math.hypot(cx - x, cy - y)).sort((a, b) => a - b)[0]}`,
        );
  }
  const input = `${writePathData(p)} ${operation} ${writePathData(q)} at ${tolerance * size}`;
  return { input, size: one.operand.rings[0].length / 2, milliseconds, faults };
}

function traced(path: Path, tolerance: number) {
  const flat = flattenPath(path, { tolerance });
  const operand: Operand = { rings: flat.subpaths.map(({ vertices }) => vertices), fillRule: "nonzero" };
  return { operand, sources: sourcesOf(path, flat, "") };
}
