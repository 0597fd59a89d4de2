import type { Location } from "../../location";
import type { Address, Engine } from "../assembly/engine";

/** What the distances of points are measured to, with what is asked of single points. */
export interface Boundary {
  /** Uses the compiled part with the boundary in its tables, and room for some points. */
  withTables<T>(points: number, use: (engine: Engine) => T): T;
  /** Measures the points in the compiled part; not 0 where it moved them. */
  measure(engine: Engine, points: number): number;
  /** No coordinate is greater. */
  size: number;
  /** The distance from the boundary, where that is not measured. */
  gap(x: number, y: number): number;
  /** The side, where the points before do not tell. */
  sideAt(x: number, y: number): Location["side"];
}

/** Writes the signed distances of many points, the quicker the closer those lie together that follow each other. */
export function signedDistances(boundary: Boundary, x: Float64Array, y: Float64Array, values: Float64Array): void {
  const points = x.length;
  if (points === 0) return;
  withPoints(boundary, x, y, (engine) => {
    const haveMoved = boundary.measure(engine, points) !== 0;
    const [xs, ys, gaps] = [engine.xs, engine.ys, engine.gaps].map((at) => doublesAt(engine, at, points));
    forEachRun(engine, boundary, points, (first, end, side) => {
      if (gaps[first] < 0) gaps[first] = boundary.gap(xs[first], ys[first]);
      if (side === 0) gaps[first] = 0;
      else if (side < 0) for (let k = first; k < end; k++) gaps[k] = 0 - gaps[k];
    });
    if (haveMoved) {
      const order = intsAt(engine, engine.order, points);
      for (let k = 0; k < points; k++) values[order[k]] = gaps[k];
    } else values.set(gaps);
  });
}

/** The nearest edges of many points, either where two are as near, and the points' sides: −1 inside, 0 on the boundary. */
export function nearestEdges(
  boundary: Boundary,
  x: Float64Array,
  y: Float64Array,
): { edges: Int32Array; sides: Int8Array } {
  const points = x.length;
  const sides = new Int8Array(points);
  if (points === 0) return { edges: new Int32Array(0), sides };
  const edges = withPoints(boundary, x, y, (engine) => {
    const haveMoved = engine.nearestEdges(points) !== 0;
    const order = haveMoved ? intsAt(engine, engine.order, points) : null;
    forEachRun(engine, boundary, points, (first, end, side) => {
      for (let k = first; k < end; k++) sides[order ? order[k] : k] = side;
    });
    return intsAt(engine, engine.found, points).slice();
  });
  return { edges, sides };
}

const SIDES = { inside: -1, boundary: 0, outside: 1 } as const;

/** Runs of points on one side, as they were moved. One on the boundary is alone; one that was not measured is the first. */
function forEachRun(
  engine: Engine,
  { size, sideAt }: Boundary,
  points: number,
  use: (first: number, end: number, side: number) => void,
): void {
  const runs = engine.runsOfSides(points, size);
  const begins = intsAt(engine, engine.begins, runs);
  const [xs, ys] = [engine.xs, engine.ys].map((at) => doublesAt(engine, at, points));
  for (let k = 0; k < runs; k++) {
    const first = begins[k];
    use(first, k + 1 < runs ? begins[k + 1] : points, SIDES[sideAt(xs[first], ys[first])]);
  }
}

function withPoints<T>(boundary: Boundary, x: Float64Array, y: Float64Array, use: (engine: Engine) => T): T {
  return boundary.withTables(x.length, (engine) => {
    doublesAt(engine, engine.xs, x.length).set(x);
    doublesAt(engine, engine.ys, x.length).set(y);
    return use(engine);
  });
}

function doublesAt({ memory }: Engine, { value }: Address, count: number): Float64Array {
  return new Float64Array(memory.buffer, value, count);
}

function intsAt({ memory }: Engine, { value }: Address, count: number): Int32Array {
  return new Int32Array(memory.buffer, value, count);
}
