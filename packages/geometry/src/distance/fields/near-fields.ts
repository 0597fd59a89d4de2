import type { DistanceField } from "./field";

/** A field as it is, or turned over. */
export interface Side {
  field: DistanceField;
  turned: boolean;
}

/** The fields that may have the least value somewhere around a place, and their values there. */
interface Near {
  x: number;
  y: number;
  fields: readonly Side[];
  values: readonly number[];
  /** Which of them has the least one. */
  least: number;
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
  const lipschitz = all.reduce((greatest, { field }) => Math.max(greatest, field.lipschitz), 0);
  /** Values infinitely far away tell nothing. */
  const unknown: Near = { x: Number.POSITIVE_INFINITY, y: 0, fields: all, values: all.map(() => 0), least: 0 };
  const kept = new Map<string, Near>();
  let count = 0;

  /** Those that may have it within 5/4 of a square's width of its middle: there all discs are whose middle it has and that are no wider. */
  function nearSquare(width: number, column: number, row: number, levels: number): Near {
    const key = `${width} ${column} ${row}`;
    let near = kept.get(key);
    if (near) return near;
    const above = levels > 1 ? nearSquare(2 * width, Math.floor(column / 2), Math.floor(row / 2), levels - 1) : unknown;
    near = nearDisc(above, (column + 0.5) * width, (row + 0.5) * width, 1.25 * width);
    count += near.fields.length;
    if (count > KEPT) {
      kept.clear();
      count = 0;
    }
    kept.set(key, near);
    return near;
  }

  /** No value differs from one elsewhere by more than the Lipschitz constant times the way. */
  function nearDisc(known: Near, x: number, y: number, radius: number): Near {
    const change = lipschitz * (Math.hypot(x - known.x, y - known.y) + radius);
    const fields: Side[] = [];
    const values: number[] = [];
    let most = Number.POSITIVE_INFINITY;
    const ask = (k: number): void => {
      const side = known.fields[k];
      const value = side.turned ? -side.field.at(x, y) : side.field.at(x, y);
      most = Math.min(most, value + side.field.lipschitz * radius);
      fields.push(side);
      values.push(value);
    };
    // With a low value to begin with, most others need not be asked.
    ask(known.least);
    for (let k = 0; k < known.fields.length; k++) if (k !== known.least && !(known.values[k] - change > most)) ask(k);
    let count = 0;
    let least = 0;
    for (let k = 0; k < fields.length; k++) {
      // What is not a number tells nothing.
      if (values[k] - fields[k].field.lipschitz * radius > most) continue;
      fields[count] = fields[k];
      values[count] = values[k];
      if (values[count] < values[least]) least = count;
      count++;
    }
    fields.length = count;
    values.length = count;
    return { x, y, fields, values, least };
  }

  return (x, y, radius) => {
    const width = 2 ** Math.ceil(Math.log2(radius) + 1);
    const [column, row] = [Math.floor(x / width), Math.floor(y / width)];
    const isKept = Math.abs(column) < FURTHEST && Math.abs(row) < FURTHEST;
    return nearDisc(isKept ? nearSquare(width, column, row, LEVELS) : unknown, x, y, radius).fields;
  };
}
