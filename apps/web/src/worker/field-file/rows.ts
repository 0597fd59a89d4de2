import { type ForeignField, sized } from "./samples";

/**
 * Numbers as text, a row a line, between them commas, semicolons, spaces or tabs; or x, y and the value on each line. A first line of words,
 * lines that begin with # and a separator at a line's end do not count.
 */
export function readRows(text: string): ForeignField {
  const lines = text
    .split(/\r?\n|\r/)
    .map((line, k) => ({ cells: cellsOf(line), number: k + 1 }))
    .filter(({ cells }) => cells.length > 0);
  if (lines.length > 1 && lines[0].cells.every((cell) => numberIn(cell) === null)) lines.shift();
  const columns = lines[0]?.cells.length ?? 0;
  const found = sized(columns, lines.length, "CSV");
  lines.forEach(({ cells, number }, row) => {
    if (cells.length !== columns)
      throw new Error(`CSV, line ${number}: expected ${columns} numbers as on the first line, found ${cells.length}`);
    cells.forEach((cell, column) => {
      const value = numberIn(cell);
      if (value === null)
        throw new Error(`CSV, line ${number}, value ${column + 1}: expected a number, found "${cell}"`);
      found.values[row * columns + column] = value;
    });
  });
  return columns === 3 ? (byPlaces(found.values) ?? found) : found;
}

function cellsOf(line: string): string[] {
  const text = line.trim();
  if (text === "" || text.startsWith("#")) return [];
  // Where semicolons part the numbers, a comma is their decimal point.
  if (text.includes(";"))
    return text
      .replace(/;$/, "")
      .replaceAll(",", ".")
      .split(";")
      .map((cell) => cell.trim());
  return text.replace(/,$/, "").split(/\s*,\s*|\s+/);
}

/** A number, also one that is not finite; null for other words. */
function numberIn(cell: string): number | null {
  if (/^[-+]?(inf|infinity)$/i.test(cell))
    return cell.startsWith("-") ? Number.NEGATIVE_INFINITY : Number.POSITIVE_INFINITY;
  if (/^[-+]?nan$/i.test(cell)) return Number.NaN;
  const value = Number(cell);
  return cell === "" || Number.isNaN(value) ? null : value;
}

/** By how much of a step places may be beside a grid. */
const BESIDE = 1e-3;

/** The samples of x, y and value each, if the places are those of a grid, in any order; else null. */
function byPlaces(triples: Float64Array): ForeignField | null {
  const xs = evenly(triples, 0);
  const ys = evenly(triples, 1);
  if (!xs || !ys || 3 * xs.count * ys.count !== triples.length) return null;
  const found = sized(xs.count, ys.count, "CSV of x, y and value");
  const isMet = new Uint8Array(found.values.length);
  for (let k = 0; k < triples.length; k += 3) {
    const i = ys.indexOf(triples[k + 1]) * xs.count + xs.indexOf(triples[k]);
    found.values[i] = triples[k + 2];
    isMet[i] = 1;
  }
  if (isMet.includes(0)) return null;
  const box = {
    x: xs.first - xs.step / 2,
    y: ys.first - ys.step / 2,
    width: xs.count * xs.step,
    height: ys.count * ys.step,
  };
  return { ...found, box };
}

/** The steps of a coordinate, if all its values are evenly spaced. */
function evenly(triples: Float64Array, axis: number) {
  const values = [...new Set(triples.filter((_, i) => i % 3 === axis))].sort((a, b) => a - b);
  const [first, last] = [values[0], values[values.length - 1]];
  const step = (last - first) / (values.length - 1);
  if (!(step > 0) || !values.every((value, k) => Math.abs(value - first - k * step) < BESIDE * step)) return null;
  return { first, step, count: values.length, indexOf: (value: number) => Math.round((value - first) / step) };
}
