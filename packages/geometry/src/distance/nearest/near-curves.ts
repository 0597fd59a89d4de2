import { type PathIndex, unitFactor } from "../../location";
import { type Path, transformPath } from "../../path";
import type { List } from "../assembly/places";
import { withTables } from "../assembly/tables";
import { type Boundary, signedDistances } from "./many-points";
import { type StretchTable, stretchTable } from "./stretch-table";

/** Numbers that fit in the room of one edge in the compiled part. */
const EDGE = 4;
/** Distances from curves are less exact than those from edges by so much. */
const ROUGHER = 100;

/** Lists of signed distances from the true curves of a path, to 1e-12 of the size; the index is that of the path. */
export function curveDistances(path: Path, index: PathIndex): List {
  const factor = unitFactor(path);
  let table: StretchTable | undefined;
  const boundaryOf = (curves: StretchTable): Boundary => ({
    withTables: (points, use) =>
      withTables(
        curves,
        points,
        (engine) => {
          const { numbers, runs } = curves;
          engine.place(numbers.length / EDGE, runs.length / 4, 0, points);
          new Float64Array(engine.memory.buffer, engine.edges.value, numbers.length).set(numbers);
          new Float64Array(engine.memory.buffer, engine.sides.value, runs.length).set(runs);
        },
        use,
      ),
    measure: (engine, points) => engine.curveDistances(points, curves.count),
    size: ROUGHER * curves.size,
    gap: (x, y) => factor * Math.abs(index.distance(x / factor, y / factor).distance),
    sideAt: (x, y) => index.locate(x / factor, y / factor).side,
  });
  return (xs, ys, values) => {
    table ??= stretchTable(factor === 1 ? path : transformPath(path, { a: factor, b: 0, c: 0, d: factor, e: 0, f: 0 }));
    if (table.count === 0) {
      values.fill(Number.POSITIVE_INFINITY);
      return;
    }
    const [us, vs] = factor === 1 ? [xs, ys] : [xs, ys].map((each) => each.map((value) => factor * value));
    signedDistances(boundaryOf(table), us, vs, values);
    if (factor !== 1) for (let i = 0; i < values.length; i++) values[i] /= factor;
  };
}
