import { type DistanceField, type Grid, operandOf } from "@vertexon/geometry";
import type { AskedSheet, NamedField } from "../asked-sheet";
import { bilinearOutline } from "./bilinear-outline";
import { type OutlineErrors, outlineErrors, type TrueOutline } from "./outline-errors";

export interface GridReaderView extends OutlineErrors {
  /** What is seen as the outline: x0 y0 x1 y1 …; closed lines end where they begin. */
  lines: Float64Array[];
  /** The vertices of the outline that this is held against lie within this of where the values are 0. */
  tolerance: number;
  /** The widest round cell that stays within the wanted error, of those that were tried; null where none did. */
  least: number | null;
}

/** Over how many powers of ten cells are tried, to find one that is fine enough. */
const DECADES = 4;
/** What round cells begin with, and what those begin with that are a little wider. */
const ROUND: readonly [number, readonly number[]][] = [
  [5, [8, 6]],
  [2, [4, 3, 2.5]],
  [1, [1.5, 1.2]],
];
const MOST_SAMPLES = 4_000_000;

/** What a program sees that reads a sampled field bilinearly, against the true outline; null for what is no sampled field. */
export function gridReader(
  sheet: AskedSheet,
  { name, wanted }: { name: string; wanted: number },
): GridReaderView | null {
  const value = sheet.value(name);
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  const outline = trueOutline(sheet, name, found);
  const read = (grid: Grid) => readBy(found.field, outline, grid, value.reach);
  return { ...read(value.grid), tolerance: found.tolerance(), least: leastCell(read, value.grid, wanted) };
}

/** Where values are the distance they are measured by; bounds are less than it, and that of the outline is taken. */
function trueOutline(sheet: AskedSheet, name: string, { field, exact }: NamedField): TrueOutline {
  const { rings } = operandOf(sheet.outlineOf(name)!.polygons);
  const isExact = field.worth.inside === "exact" && field.worth.outside === "exact";
  const { list } = (isExact ? null : exact()) ?? field;
  return { rings, distances: list };
}

function readBy(field: DistanceField, outline: TrueOutline, grid: Grid, reach: number) {
  const values = field.sample(grid).map((value) => Math.max(-reach, Math.min(reach, value)));
  const lines = bilinearOutline(grid, values);
  return { lines, ...outlineErrors(outline, grid, values, lines) };
}

function leastCell(read: (grid: Grid) => OutlineErrors, grid: Grid, wanted: number): number | null {
  const [width, height] = [grid.columns * grid.cell, grid.rows * grid.cell];
  const isFine = (cell: number): boolean => {
    const { greatest, missed } = read({
      ...grid,
      cell,
      columns: Math.ceil(width / cell),
      rows: Math.ceil(height / cell),
    });
    return missed === 0 && greatest !== null && greatest.distance <= wanted;
  };
  // Coarser ones first: from a sixteenth of the box on.
  for (const [cell, wider] of roundCells(Math.max(width, height) / 16)) {
    if (Math.ceil(width / cell) * Math.ceil(height / cell) > MOST_SAMPLES) return null;
    if (isFine(cell)) return wider.find(isFine) ?? cell;
  }
  return null;
}

/** Round cells of no more than a size, each about half as wide as the one before, with those between it and that one, widest first. */
function* roundCells(size: number): Generator<[number, number[]]> {
  let power = 10 ** Math.floor(Math.log10(size));
  for (let step = 0; step < DECADES; step++, power /= 10)
    for (const [factor, wider] of ROUND) {
      const round = (each: number): number => Number((each * power).toPrecision(3));
      if (factor * power <= size) yield [round(factor), wider.map(round).filter((cell) => cell <= size)];
    }
}
