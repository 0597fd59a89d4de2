import { arcLengthOf, type Frame, frameAtLength, type Path, type Segment, segmentsWithJoin } from "../path";
import { MOST_POINTS, ScatterError } from "./apart";
import { randomFrom } from "./random";

/** A place of an outline with its direction of travel and its normal, see `Frame`; and how far from its subpath's start it lies. */
export interface PlaceAlong extends Frame {
  subpath: number;
  length: number;
}

/**
 * Places at equal lengths along the true curves of each subpath, about `step` plan units apart (greater than 0): so many that
 * the ends of open ones are among them, and closed ones come out even. Throws {@link ScatterError} for another step, or for more
 * than 1,000,000 places.
 */
export function placesAlong(path: Path, step: number): PlaceAlong[] {
  if (!(step > 0)) throw new ScatterError(`places along an outline have a step greater than 0, not ${step}`);
  return path.subpaths.flatMap((subpath, i) => {
    const row = rowOf(segmentsWithJoin(subpath));
    if (row.total === 0) return [];
    const count = Math.max(1, Math.round(row.total / step));
    if (!(count <= MOST_POINTS)) throw new ScatterError(`more than ${MOST_POINTS} places: choose a greater step`);
    return Array.from({ length: subpath.closed ? count : count + 1 }, (_, k) =>
      placeAt(row, (k * row.total) / count, i),
    );
  });
}

/** Places drawn evenly from the length of all subpaths, `count` of them, the same for the same seed. */
export function strewnAlong(path: Path, count: number, seed: number): PlaceAlong[] {
  const rows = path.subpaths.map((subpath) => rowOf(segmentsWithJoin(subpath)));
  const total = rows.reduce((sum, row) => sum + row.total, 0);
  if (total === 0) return [];
  const random = randomFrom(seed);
  return Array.from({ length: count }, () => {
    let length = random() * total;
    let i = 0;
    while (i + 1 < rows.length && length >= rows[i].total) length -= rows[i++].total;
    return placeAt(rows[i], Math.min(length, rows[i].total), i);
  });
}

/** Segments that follow each other, with the length before each. */
interface Row {
  segments: readonly Segment[];
  before: number[];
  total: number;
}

function rowOf(segments: readonly Segment[]): Row {
  let total = 0;
  const before = segments.map((segment) => {
    const start = total;
    total += arcLengthOf(segment).total;
    return start;
  });
  return { segments, before, total };
}

function placeAt({ segments, before }: Row, length: number, subpath: number): PlaceAlong {
  let k = 0;
  while (k + 1 < segments.length && before[k + 1] <= length) k++;
  return { ...frameAtLength(segments[k], length - before[k]), subpath, length };
}
