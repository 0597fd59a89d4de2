/** Samples that somebody's program computed, row by row as the file has them. */
export interface ForeignField {
  columns: number;
  rows: number;
  values: Float64Array;
  /** What the file is, in words. */
  form: string;
}

const RAW_TYPES = ["float32", "float64", "uint8", "uint16"] as const;

/** How numbers stand in a file that says nothing about itself. */
export interface RawForm {
  columns: number;
  rows: number;
  type: (typeof RAW_TYPES)[number];
  /** Whether the byte of most weight comes first. */
  bigFirst: boolean;
}

/** The file does not say how its numbers stand: somebody has to. */
export class RawFileError extends Error {
  override readonly name = "RawFileError";
  constructor(readonly bytes: number) {
    super("plain numbers without a head: say how many columns and rows, and of which type");
  }
}

/** More samples than this are not compared. */
const MOST_SAMPLES = 4_000_000;

/**
 * Reads the samples of a distance field: PNG (grey, 8 or 16 bits), PFM (one channel), NPY (two axes, floats), CSV (a row a line), or
 * plain numbers in a form that was said. Throws an error that says what was expected, and where; `RawFileError` where the form of
 * plain numbers was not said.
 */
export async function readFieldFile(file: File, raw: RawForm | null): Promise<ForeignField> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes[0] === 0x89 && textAt(bytes, 1, 3) === "PNG") return readPng(bytes);
  if (textAt(bytes, 0, 2) === "Pf") return readFloatMap(bytes);
  if (bytes[0] === 0x93 && textAt(bytes, 1, 5) === "NUMPY") return readArray(bytes);
  if (raw) return readRaw(bytes, raw);
  // No text has bytes of 0.
  if (bytes.subarray(0, HEAD).includes(0)) throw new RawFileError(bytes.length);
  return readRows(new TextDecoder().decode(bytes));
}

const HEAD = 4096;

function readRaw(bytes: Uint8Array, { columns, rows, type, bigFirst }: RawForm): ForeignField {
  const found = sized(columns, rows, `plain numbers, ${type}`);
  const size = { float32: 4, float64: 8, uint8: 1, uint16: 2 }[type];
  if (bytes.length !== size * columns * rows)
    throw new Error(
      `plain numbers: ${columns} × ${rows} of ${type} are ${size * columns * rows} bytes, the file has ${bytes.length}`,
    );
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const read = {
    float32: (at: number) => view.getFloat32(at, !bigFirst),
    float64: (at: number) => view.getFloat64(at, !bigFirst),
    uint8: (at: number) => view.getUint8(at),
    uint16: (at: number) => view.getUint16(at, !bigFirst),
  }[type];
  for (let i = 0; i < found.values.length; i++) found.values[i] = read(size * i);
  return found;
}

function textAt(bytes: Uint8Array, from: number, length: number): string {
  return String.fromCharCode(...bytes.subarray(from, from + length));
}

function sized(columns: number, rows: number, form: string): ForeignField {
  if (!(Number.isInteger(columns) && Number.isInteger(rows) && columns > 0 && rows > 0))
    throw new Error(`${form}: expected a size in samples, found ${columns} × ${rows}`);
  if (columns * rows > MOST_SAMPLES)
    throw new Error(`${form}: ${columns} × ${rows} samples are too many: at most ${MOST_SAMPLES}`);
  return { columns, rows, values: new Float64Array(columns * rows), form };
}

async function readPng(bytes: Uint8Array): Promise<ForeignField> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const [depth, colours, isInterlaced] = [bytes[24], bytes[25], bytes[28]];
  if (colours !== 0 || (depth !== 8 && depth !== 16) || isInterlaced)
    throw new Error("PNG: expected grey samples of 8 or 16 bits, one line after the other");
  const found = sized(view.getUint32(16), view.getUint32(20), `PNG, ${depth} bits`);
  const parts: Uint8Array[] = [];
  for (let at = 8; at + 8 <= bytes.length; at += 12 + view.getUint32(at))
    if (textAt(bytes, at + 4, 4) === "IDAT") parts.push(bytes.subarray(at + 8, at + 8 + view.getUint32(at)));
  const stream = new Blob(parts as BlobPart[]).stream().pipeThrough(new DecompressionStream("deflate"));
  const raw = new Uint8Array(await new Response(stream).arrayBuffer());
  const size = depth / 8;
  const line = size * found.columns;
  if (raw.length < found.rows * (1 + line)) throw new Error("PNG: its data end before its last line");
  const lines = new Uint8Array(found.rows * line);
  for (let row = 0; row < found.rows; row++) unfilter(raw, row * (1 + line), lines, row * line, line, size, row > 0);
  for (let i = 0; i < found.values.length; i++)
    found.values[i] = size === 2 ? 256 * lines[2 * i] + lines[2 * i + 1] : lines[i];
  return found;
}

/** One line without its filter (ISO/IEC 15948, section 9). */
function unfilter(
  raw: Uint8Array,
  from: number,
  lines: Uint8Array,
  to: number,
  line: number,
  size: number,
  hasAbove: boolean,
): void {
  const filter = raw[from];
  for (let k = 0; k < line; k++) {
    const left = k >= size ? lines[to + k - size] : 0;
    const above = hasAbove ? lines[to + k - line] : 0;
    const corner = hasAbove && k >= size ? lines[to + k - line - size] : 0;
    const guess = [0, left, above, (left + above) >> 1, nearestOf(left, above, corner)][filter];
    if (guess === undefined) throw new Error(`PNG: no filter ${filter} is known`);
    lines[to + k] = raw[from + 1 + k] + guess;
  }
}

function nearestOf(left: number, above: number, corner: number): number {
  const guess = left + above - corner;
  const [a, b, c] = [Math.abs(guess - left), Math.abs(guess - above), Math.abs(guess - corner)];
  return a <= b && a <= c ? left : b <= c ? above : corner;
}

function readFloatMap(bytes: Uint8Array): ForeignField {
  const head = /^Pf\s+(\d+)\s+(\d+)\s+(-?[\d.]+)\s/.exec(textAt(bytes, 0, Math.min(80, bytes.length)));
  if (!head) throw new Error("PFM: expected Pf, columns, rows and a scale on the first lines");
  const found = sized(Number(head[1]), Number(head[2]), "PFM");
  if (bytes.length < head[0].length + 4 * found.values.length) throw new Error("PFM: its data end before its last row");
  const view = new DataView(bytes.buffer, bytes.byteOffset + head[0].length);
  for (let i = 0; i < found.values.length; i++) found.values[i] = view.getFloat32(4 * i, Number(head[3]) < 0);
  return found;
}

function readArray(bytes: Uint8Array): ForeignField {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const isLong = bytes[6] > 1;
  const begin = isLong ? 12 : 10;
  const length = isLong ? view.getUint32(8, true) : view.getUint16(8, true);
  const head = textAt(bytes, begin, length);
  const type = /'descr':\s*'([<>|])f([48])'/.exec(head);
  const shape = /'shape':\s*\((\d+),\s*(\d+),?\s*\)/.exec(head);
  if (!type || !shape || /'fortran_order':\s*True/.test(head))
    throw new Error(`NPY: expected two axes of 32- or 64-bit floats in C order, found ${head.trim()}`);
  const found = sized(Number(shape[2]), Number(shape[1]), "NPY");
  const size = Number(type[2]);
  if (bytes.length < begin + length + size * found.values.length)
    throw new Error("NPY: its data end before its last row");
  const isLittle = type[1] !== ">";
  for (let i = 0; i < found.values.length; i++) {
    const at = begin + length + size * i;
    found.values[i] = size === 4 ? view.getFloat32(at, isLittle) : view.getFloat64(at, isLittle);
  }
  return found;
}

function readRows(text: string): ForeignField {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== "");
  const cells = lines.map((line) => line.trim().split(/[\s,;]+/));
  const columns = cells[0]?.length ?? 0;
  const found = sized(columns, lines.length, "CSV");
  cells.forEach((row, r) => {
    if (row.length !== columns)
      throw new Error(`CSV, line ${r + 1}: expected ${columns} numbers as on the first line, found ${row.length}`);
    row.forEach((cell, c) => {
      const value = Number(cell);
      if (cell === "" || !Number.isFinite(value))
        throw new Error(`CSV, line ${r + 1}, value ${c + 1}: expected a number, found "${cell}"`);
      found.values[r * columns + c] = value;
    });
  });
  return found;
}
