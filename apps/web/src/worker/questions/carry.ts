import { type MultiPolygon, type Parting, type Relation, relate, shortestParting } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { resultNames } from "../result-names";

/** How a shape that is moved lies to each result of the sheet. */
export interface CarryView {
  rows: ({ name: string } & Relation)[];
}

interface Asked {
  name: string;
  /** By how much it is moved. */
  dx: number;
  dy: number;
}

/** A shape, moved, against all results but itself; null for what is no shape. */
export function carry(sheet: AskedSheet, { name, dx, dy }: Asked): CarryView | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
  const moved = movedBy(shape.polygons, dx, dy);
  const names = resultNames(sheet, name);
  return {
    rows: names.flatMap((other) => {
      const polygons = sheet.shape(other)?.polygons ?? [];
      return polygons.length > 0 ? [{ name: other, ...relate(moved, polygons) }] : [];
    }),
  };
}

/** The shortest way out of another shape for one that is moved; null where they do not overlap. */
export function wayOut(sheet: AskedSheet, { name, dx, dy, other }: Asked & { other: string }): Parting | null {
  const [shape, around] = [sheet.shape(name), sheet.shape(other)];
  return shape && around ? shortestParting(movedBy(shape.polygons, dx, dy), around.polygons) : null;
}

function movedBy(polygons: MultiPolygon, dx: number, dy: number): MultiPolygon {
  const moved = (ring: Float64Array): Float64Array => ring.map((value, i) => value + (i % 2 === 0 ? dx : dy));
  return polygons.map(({ outer, holes }) => ({ outer: moved(outer), holes: holes.map(moved) }));
}
