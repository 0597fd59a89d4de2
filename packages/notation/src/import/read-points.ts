import Papa from "papaparse";
import { isCsv, numberOf } from "./csv";
import { ImportError } from "./imported";
import { readImport } from "./read-import";
import { isWkt } from "./wkt";

/** A file may hold no more points than this. */
export const MOST_POINTS = 1_000_000;

export type Side = "inside" | "outside" | "boundary";

/** Points of a file, and what it says itself of each. */
export interface PointFile {
  /** What the text was taken for. */
  source: string;
  x: Float64Array;
  y: Float64Array;
  /** The side that the file gives for each point; null where it gives none. */
  labels: Side[] | null;
  /** Columns that were left out, by their headings or numbers. */
  leftOut: string[];
}

/**
 * Reads points: a table (columns headed x and y, or the first two of numbers; one headed side, label, inside or expected tells the
 * side), GeoJSON, WKT or coordinate arrays, whose vertices are taken where they are outlines. `told` hears how far it is, 0 to 1.
 * Throws {@link ImportError} at the line and column that is wrong, and says how many points before it were good.
 */
export function readPoints(text: string, fileName = "", told: (share: number) => void = () => {}): PointFile {
  const trimmed = text.replace(/^\uFEFF/, "");
  if (!trimmed.trim()) throw new ImportError("there is nothing in it");
  const looksLikeTable = /\.[ct]sv$/i.test(fileName) || (!isWkt(trimmed) && isCsv(headOf(trimmed)));
  return looksLikeTable ? readTable(trimmed, told) : readOther(trimmed, fileName);
}

/** Enough lines to tell what a text is. */
function headOf(text: string): string {
  const head = text.slice(0, 20_000);
  return head.length < text.length ? head.slice(0, head.lastIndexOf("\n") + 1 || undefined) : head;
}

function readOther(text: string, fileName: string): PointFile {
  const { source, items } = readImport(text, fileName);
  const points = items.flatMap((item) =>
    item.kind === "points"
      ? item.points
      : item.outline.subpaths.flatMap(({ x, y, segments, closed }) => {
          const ends = segments.map(({ x1, y1 }) => [x1, y1] as const);
          const last = ends.at(-1);
          const returns = closed && last && last[0] === x && last[1] === y;
          return [[x, y] as const, ...(returns ? ends.slice(0, -1) : ends)];
        }),
  );
  if (points.length === 0) throw new ImportError("it holds no points");
  if (points.length > MOST_POINTS) throw tooMany();
  return {
    source,
    x: Float64Array.from(points, ([x]) => x),
    y: Float64Array.from(points, ([, y]) => y),
    labels: null,
    leftOut: [],
  };
}

function tooMany(): ImportError {
  return new ImportError(`it holds more than ${MOST_POINTS.toLocaleString("en")} points`);
}

/** Rows between two reports. */
const AT_ONCE = 20_000;

function readTable(text: string, told: (share: number) => void): PointFile {
  // A semicolon or a tab leaves the comma free for decimals.
  const first = text.slice(0, text.indexOf("\n") + 1 || undefined);
  const delimiter = [";", "\t", ","].find((mark) => first.includes(mark)) ?? " ";
  const table = new Table();
  let line = 0;
  let failure: ImportError | null = null;
  Papa.parse<string[]>(text, {
    delimiter,
    step({ data, errors, meta }, parser) {
      line++;
      const cells = delimiter === " " ? data.filter((cell) => cell !== "") : data;
      try {
        if (errors.some(({ type }) => type === "Quotes")) throw new ImportError(errors[0].message, line);
        if (cells.some((cell) => cell.trim() !== "")) table.add(cells, line);
      } catch (error) {
        failure = error as ImportError;
        parser.abort();
      }
      if (line % AT_ONCE === 0) told(meta.cursor / text.length);
    },
  });
  if (failure) throw failure;
  return table.points();
}

const SIDES: Record<string, Side> = {
  ...Object.fromEntries(["inside", "in", "true", "yes", "1"].map((word) => [word, "inside" as const])),
  ...Object.fromEntries(["outside", "out", "false", "no", "0"].map((word) => [word, "outside" as const])),
  ...Object.fromEntries(["boundary", "on", "edge", "border"].map((word) => [word, "boundary" as const])),
};

/** Rows one after the other, the first perhaps their headings. */
class Table {
  private columns: { x: number; y: number; side: number; leftOut: string[] } | null = null;
  private x = new Float64Array(1024);
  private y = new Float64Array(1024);
  private readonly labels: Side[] = [];
  private count = 0;

  add(cells: readonly string[], line: number): void {
    if (!this.columns) {
      this.columns = columnsOf(cells, line);
      if (cells.every((cell) => numberOf(cell) === null)) return;
    }
    const { x, y, side } = this.columns;
    if (this.count === MOST_POINTS) throw tooMany();
    if (this.count === this.x.length) this.grow();
    this.x[this.count] = this.number(cells, x, line);
    this.y[this.count] = this.number(cells, y, line);
    if (side >= 0) {
      const word = (cells[side] ?? "").trim();
      const label = Object.hasOwn(SIDES, word.toLowerCase()) ? SIDES[word.toLowerCase()] : null;
      if (!label) throw this.wrong("inside, outside or boundary (or 1 and 0, true and false)", cells, side, line);
      this.labels.push(label);
    }
    this.count++;
  }

  points(): PointFile {
    const { columns, x, y, labels, count } = this;
    if (!columns || count === 0) throw new ImportError("the table has no rows of numbers");
    return {
      source: "CSV",
      x: x.slice(0, count),
      y: y.slice(0, count),
      labels: columns.side >= 0 ? labels : null,
      leftOut: columns.leftOut,
    };
  }

  private number(cells: readonly string[], column: number, line: number): number {
    const value = numberOf(cells[column] ?? "");
    if (value === null || !Number.isFinite(value)) throw this.wrong("a finite number", cells, column, line);
    return value;
  }

  private wrong(wanted: string, cells: readonly string[], column: number, line: number): ImportError {
    const found = cells[column]?.trim() ? `"${cells[column].trim()}"` : "nothing";
    const place = cells.slice(0, column).reduce((sum, cell) => sum + cell.length + 1, 1);
    const good = this.count === 1 ? "1 point before it was good" : `${this.count} points before it were good`;
    return new ImportError(`expected ${wanted}, found ${found}; ${good}, none was taken`, line, place);
  }

  private grow(): void {
    const [x, y] = [new Float64Array(2 * this.count), new Float64Array(2 * this.count)];
    x.set(this.x);
    y.set(this.y);
    [this.x, this.y] = [x, y];
  }
}

function columnsOf(cells: readonly string[], line: number): { x: number; y: number; side: number; leftOut: string[] } {
  const isHeaded = cells.every((cell) => numberOf(cell) === null);
  const titles = cells.map((cell) => cell.trim().toLowerCase());
  const find = (words: RegExp): number => (isHeaded ? titles.findIndex((title) => words.test(title)) : -1);
  let [x, y] = [find(/^(.*[ _.])?(x|lon|lng|longitude)$/), find(/^(.*[ _.])?(y|lat|latitude)$/)];
  const side = find(/^(side|label|inside|expected)$/);
  if (x < 0 || y < 0) {
    if (isHeaded)
      throw new ImportError(
        `expected columns headed x and y, found ${cells.map((cell) => `"${cell.trim()}"`).join(", ")}`,
        line,
      );
    const numeric = cells.flatMap((cell, i) => (numberOf(cell) === null ? [] : [i]));
    if (numeric.length < 2) throw new ImportError(`expected two columns of numbers, found ${numeric.length}`, line);
    [x, y] = numeric;
  }
  const leftOut = cells.flatMap((cell, i) =>
    [x, y, side].includes(i) ? [] : [isHeaded ? cell.trim() || `column ${i + 1}` : `column ${i + 1}`],
  );
  return { x, y, side, leftOut };
}
