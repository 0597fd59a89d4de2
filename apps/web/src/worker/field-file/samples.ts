/** Samples that somebody's program computed, row by row as the file has them. */
export interface ForeignField {
  columns: number;
  rows: number;
  values: Float64Array;
  /** What the file is, in words. */
  form: string;
  /** Whether they are whole numbers, which stand for distances by a scale. */
  isWhole: boolean;
  /** Which row of a picture comes first; null where the form has no up and down. */
  firstRow: "top" | "bottom" | null;
  /** The cells of all samples, where the file itself says where these lie. */
  box: { x: number; y: number; width: number; height: number } | null;
}

/** More samples than this are not compared. */
const MOST_SAMPLES = 4_000_000;

/** A field without values yet. */
export function sized(columns: number, rows: number, form: string): ForeignField {
  if (!(Number.isInteger(columns) && Number.isInteger(rows) && columns > 0 && rows > 0))
    throw new Error(`${form}: expected a size in samples, found ${columns} × ${rows}`);
  if (columns * rows > MOST_SAMPLES)
    throw new Error(`${form}: ${columns} × ${rows} samples are too many: at most ${MOST_SAMPLES}`);
  const values = new Float64Array(columns * rows);
  return { columns, rows, values, form, isWhole: false, firstRow: null, box: null };
}

export function textAt(bytes: Uint8Array, from: number, length: number): string {
  return String.fromCharCode(...bytes.subarray(from, from + length));
}
