import { contours, type DistanceField, type Grid } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";

export interface GridReaderView {
  /** The outline that who reads between four samples sees, as lines x0 y0 x1 y1 …. */
  lines: { points: Float64Array; closed: boolean }[];
  /** How far it lies from the true one at most, and where. */
  greatest: { distance: number; x: number; y: number };
  /** The widest cell that stays within the wanted error, of those that were tried; null where none did. */
  least: number | null;
}

/** Cells are halved so often at most, to find one that is fine enough. */
const HALVINGS = 10;
const MOST_SAMPLES = 4_000_000;
/** Places asked along each piece of the outline. */
const ASKED = 3;

/** What a program sees that reads a sampled field bilinearly, against the true outline; null for what is no sampled field. */
export function gridReader(
  sheet: AskedSheet,
  { name, wanted }: { name: string; wanted: number },
): GridReaderView | null {
  const value = sheet.value(name);
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  const { field } = found;
  const seen = readAt(field, value.grid);
  return { lines: seen.lines, greatest: seen.greatest, least: leastCell(field, value.grid, wanted) };
}

function readAt(field: DistanceField, grid: Grid): Pick<GridReaderView, "lines" | "greatest"> {
  const lines = contours(grid, field.sample(grid), [0]).map(({ points, closed }) => ({ points, closed }));
  const greatest = { distance: 0, x: 0, y: 0 };
  for (const { points, closed } of lines)
    for (let i = 0; i < points.length; i += 2) {
      const j = i + 2 < points.length ? i + 2 : 0;
      if (j === 0 && !closed) continue;
      for (let k = 0; k < ASKED; k++) {
        const [x, y] = [0, 1].map((axis) => points[i + axis] + (k / ASKED) * (points[j + axis] - points[i + axis]));
        const distance = Math.abs(field.at(x, y));
        if (distance > greatest.distance) Object.assign(greatest, { distance, x, y });
      }
    }
  return { lines, greatest };
}

function leastCell(field: DistanceField, grid: Grid, wanted: number): number | null {
  const [width, height] = [grid.columns * grid.cell, grid.rows * grid.cell];
  // Coarser ones first: from a sixteenth of the box on.
  let cell = Math.max(width, height) / 16;
  for (let step = 0; step < HALVINGS; step++, cell /= 2) {
    const columns = Math.ceil(width / cell);
    const rows = Math.ceil(height / cell);
    if (columns * rows > MOST_SAMPLES) return null;
    const { lines, greatest } = readAt(field, { ...grid, cell, columns, rows });
    if (lines.length > 0 && greatest.distance <= wanted) return cell;
  }
  return null;
}
