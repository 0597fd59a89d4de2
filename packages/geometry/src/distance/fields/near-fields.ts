import type { DistanceField } from "./field";

/** A field as it is, or turned over. */
export interface Side {
  field: DistanceField;
  turned: boolean;
}

/** Levels of squares that are looked at, each twice as wide as the one below. */
const LEVELS = 4;

/** Squares further from the origin than this many of their widths are not kept. */
const FURTHEST = 2 ** 30;

/** Fields in all lists that are kept, at most. */
const KEPT = 2 ** 18;

/**
 * Which of several fields may have the least value within a radius of a place. Fields that cannot have it anywhere near a square are not looked
 * at in the squares within that one, and what is found for a square is kept.
 */
export function nearFields(all: readonly Side[]): (x: number, y: number, radius: number) => readonly Side[] {
  const kept = new Map<string, readonly Side[]>();
  let count = 0;

  /** Those that may have it within 5/4 of a square's width of its middle: there all discs are whose middle it has and that are no wider. */
  function nearSquare(width: number, column: number, row: number, levels: number): readonly Side[] {
    const key = `${width} ${column} ${row}`;
    let list = kept.get(key);
    if (list) return list;
    const above = levels > 1 ? nearSquare(2 * width, Math.floor(column / 2), Math.floor(row / 2), levels - 1) : all;
    list = near(above, (column + 0.5) * width, (row + 0.5) * width, 1.25 * width);
    if (list.length === above.length) list = above;
    else count += list.length;
    if (count > KEPT) {
      kept.clear();
      count = 0;
    }
    kept.set(key, list);
    return list;
  }

  return (x, y, radius) => {
    const width = 2 ** Math.ceil(Math.log2(radius) + 1);
    const [column, row] = [Math.floor(x / width), Math.floor(y / width)];
    const isKept = Math.abs(column) < FURTHEST && Math.abs(row) < FURTHEST;
    return near(isKept ? nearSquare(width, column, row, LEVELS) : all, x, y, radius);
  };
}

/** No value differs by more than the Lipschitz constant times the radius from the one in the middle. */
function near(fields: readonly Side[], x: number, y: number, radius: number): readonly Side[] {
  const least = new Float64Array(fields.length);
  let most = Number.POSITIVE_INFINITY;
  for (let k = 0; k < fields.length; k++) {
    const { field, turned } = fields[k];
    const value = turned ? -field.at(x, y) : field.at(x, y);
    const by = field.lipschitz * radius;
    least[k] = value - by;
    most = Math.min(most, value + by);
  }
  // What is not a number tells nothing.
  return fields.filter((_, k) => !(least[k] > most));
}
