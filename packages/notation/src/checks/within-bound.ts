import type { Checked, Found } from "./finding";

/** Probed points that lie nearer to the outline than its error bound: another tolerance may put them on the other side. */
export function checkWithinBound({ statement, value }: Checked): Found[] {
  const probes = value.type === "list" ? value.items : [value];
  const points = probes.flatMap((each) =>
    each.type === "probe" ? each.points.map((point) => ({ ...point, of: each.shape })) : [],
  );
  const isNear = ({ nearest, byCurves, location, of }: (typeof points)[number]): boolean =>
    byCurves ? byCurves.side !== location.side : of.error > 0 && Math.abs(nearest.distance) <= of.error;
  const near = points.filter(isNear);
  if (near.length === 0) return [];
  const count = points.length === 1 ? "this point" : `${near.length} of ${points.length} points`;
  const error = Math.max(...near.map(({ of }) => of.error));
  const message = `${count}: the side depends on the tolerance, so near is the outline (it is known to ${Number(error.toPrecision(2))})`;
  return [{ span: statement.nameSpan, message, mends: [], marks: near.map(({ x, y }) => ({ x, y })) }];
}
