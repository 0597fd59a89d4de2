import {
  combine,
  flattenPath,
  keepCurves,
  momentsOf,
  type Operand,
  type Operation,
  type Path,
  parsePathData,
  pointAt,
  polygonPath,
  rotation,
  scaling,
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

function circle(radius: number, x: number, start: number): Path {
  const [c, s] = [radius * Math.cos(start), radius * Math.sin(start)];
  return parsePathData(
    `M${x + c} ${s}A${radius} ${radius} 0 0 1 ${x - c} ${-s}A${radius} ${radius} 0 0 1 ${x + c} ${s}Z`,
  );
}

function withLine(r: Random): Run {
  // From the middle to outside, most of them near to touching.
  const depth = pick(r, [2 * r(), r(), 0.3 * r(), 0.1 * r(), -0.1 * r()]) * RADIUS;
  const y = RADIUS - depth;
  const half = polygonPath([-40, y, 40, y, 40, 80, -40, 80]);
  const cap = depth > 0 ? RADIUS ** 2 * Math.acos(y / RADIUS) - y * Math.sqrt(RADIUS ** 2 - y * y) : 0;
  const end = Math.sqrt(Math.max(0, RADIUS ** 2 - y * y));
  return compared(r, circle(RADIUS, 0, 7 * r()), half, cap, 80 * (80 - y), depth, [
    [end, y],
    [-end, y],
  ]);
}

function withCircle(r: Random): Run {
  const other = RADIUS * pick(r, [1, 0.5, 0.2 + r()]);
  const depth = pick(r, [2 * r(), r(), 0.3 * r(), 0.05 * r(), -0.1 * r()]) * other;
  const d = RADIUS + other - depth;
  const x = (d * d + RADIUS ** 2 - other ** 2) / (2 * d);
  const y = Math.sqrt(Math.max(0, RADIUS ** 2 - x * x));
  const lens =
    depth > 0 ? RADIUS ** 2 * Math.acos(x / RADIUS) - x * y + other ** 2 * Math.acos((d - x) / other) - (d - x) * y : 0;
  return compared(r, circle(RADIUS, 0, 7 * r()), circle(other, d, 7 * r()), lens, Math.PI * other ** 2, depth, [
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
  const crosses = result.report.intersections > 0;
  // What crosses by less than both tolerances may have been flattened apart.
  if (crosses === depth > 0) {
    if (!(Math.abs(found - want) <= 1e-6 * Math.max(1, areaB))) faults.push(`area ${found}, not ${want}`);
    const corners = kept.path.subpaths.flatMap(({ segments }) =>
      segments.map((segment) => back(...pointAt(segment, 0))),
    );
    for (const [x, y] of depth > 0 ? ends : [])
      if (!corners.some(([cx, cy]) => Math.hypot(cx - x, cy - y) <= 1e-6)) faults.push(`no end at (${x}, ${y})`);
  } else if (depth > 2 * tolerance) faults.push("not crossed");
  const input = `${writePathData(p)} ${operation} ${writePathData(q)} at ${tolerance * size}`;
  return { input, size: one.operand.rings[0].length / 2, milliseconds, faults };
}

function traced(path: Path, tolerance: number) {
  const flat = flattenPath(path, { tolerance });
  const operand: Operand = { rings: flat.subpaths.map(({ vertices }) => vertices), fillRule: "nonzero" };
  return { operand, sources: sourcesOf(path, flat, "") };
}
