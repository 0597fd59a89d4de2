import type { Checked, Found } from "./finding";

/** Probed points that lie nearer to the outline than its error bound: another tolerance may put them on the other side. */
export function checkWithinBound({ statement, value }: Checked): Found[] {
  if (value.type !== "probe") return [];
  const { error } = value.shape;
  const isNear = ({ nearest, byCurves, location }: (typeof value.points)[number]): boolean =>
    byCurves ? byCurves.side !== location.side : error > 0 && Math.abs(nearest.distance) <= error;
  const near = value.points.filter(isNear);
  if (near.length === 0) return [];
  const count = value.points.length === 1 ? "this point" : `${near.length} of ${value.points.length} points`;
  const message = `${count}: the side depends on the tolerance, so near is the outline (it is known to ${Number(error.toPrecision(2))})`;
  return [{ span: statement.nameSpan, message, mends: [], marks: near.map(({ x, y }) => ({ x, y })) }];
}
