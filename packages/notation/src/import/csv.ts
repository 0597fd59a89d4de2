import Papa from "papaparse";
import { ImportError, type Imported, Notes, type Position } from "./imported";

/** Whether most lines below a heading hold two numbers side by side, and none holds brackets. */
export function isCsv(text: string): boolean {
  if (/[(){}[\]=<]/.test(text)) return false;
  const lines = text.split(/\r?\n/).filter((line) => line.trim());
  if (lines.length === 1) return /^[-+.\deE]+[,;\t ]+[-+.\deE]+$/.test(lines[0].trim());
  const twoNumbers = /(?:^|[\s,;"])[-+.]?\d[\d.eE+-]*"?[,;\t ]+"?[-+.]?\d/;
  const body = lines.slice(1);
  return 2 * body.filter((line) => twoNumbers.test(line)).length >= body.length;
}

/**
 * Reads points from a table. The columns are those headed x and y, or else the first two of numbers. Throws
 * {@link ImportError} at a row that has no number where one is needed.
 */
export function readCsv(text: string): Imported {
  // A semicolon or a tab leaves the comma free for decimals.
  const delimiter = [";", "\t", ","].find((mark) => text.includes(mark)) ?? " ";
  const spaced = delimiter === " " ? text.replace(/[^\S\n]+/g, " ").replace(/^ | $/gm, "") : text;
  const { data, errors } = Papa.parse<string[]>(spaced.trim(), { delimiter, skipEmptyLines: "greedy" });
  const broken = errors.find(({ type }) => type === "Quotes");
  if (broken) throw new ImportError(broken.message, (broken.row ?? 0) + 1);
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  const headed = rows.length > 0 && rows[0].every((cell) => numberOf(cell) === null);
  const [xColumn, yColumn] = columns(rows, headed);
  const notes = new Notes();
  const width = Math.max(...rows.map(({ length }) => length));
  for (let column = 0; column < width; column++)
    if (column !== xColumn && column !== yColumn)
      notes.add(`the column ${headed && rows[0][column] ? `"${rows[0][column]}"` : column + 1} was left out`);
  const points = rows.slice(headed ? 1 : 0).map((row, i): Position => {
    const [x, y] = [xColumn, yColumn].map((column) => {
      const value = numberOf(row[column] ?? "");
      if (value !== null) return value;
      const found = row[column] ? `"${row[column]}"` : "nothing";
      throw new ImportError(`expected a number in column ${column + 1}, found ${found}`, i + (headed ? 2 : 1));
    });
    return [x, y];
  });
  if (points.length === 0) throw new ImportError("the table has no rows of numbers");
  return { source: "CSV", items: [{ kind: "points", name: null, points }], notes: notes.list(), plan: null };
}

function columns(rows: readonly string[][], headed: boolean): [number, number] {
  const find = (letter: string): number =>
    headed ? rows[0].findIndex((title) => new RegExp(`^${letter}$|[ _.]${letter}$`, "i").test(title)) : -1;
  const [x, y] = [find("x"), find("y")];
  if (x >= 0 && y >= 0) return [x, y];
  const first = rows[headed ? 1 : 0] ?? [];
  const numeric = first.flatMap((cell, i) => (numberOf(cell) === null ? [] : [i]));
  if (numeric.length < 2)
    throw new ImportError(`expected two columns of numbers, found ${numeric.length}`, headed ? 2 : 1);
  return [numeric[0], numeric[1]];
}

const NUMBER = /^\s*[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?\s*$/i;
const DECIMAL_COMMA = /^\s*[-+]?\d+,\d+\s*$/;

/** The number in a cell, with a decimal point or comma; null where there is none. */
export function numberOf(cell: string): number | null {
  if (NUMBER.test(cell)) return Number(cell);
  return DECIMAL_COMMA.test(cell) ? Number(cell.replace(",", ".")) : null;
}
