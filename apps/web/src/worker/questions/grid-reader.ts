import type { DistanceField, Grid } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { type BilinearOutline, bilinearOutline } from "./bilinear-outline";

export interface GridReaderView extends BilinearOutline {
  /** The widest cell that stays within the wanted error, of those that were tried; null where none did. */
  least: number | null;
}

/** Cells are halved so often at most, to find one that is fine enough. */
const HALVINGS = 10;
const MOST_SAMPLES = 4_000_000;

/** What a program sees that reads a sampled field bilinearly, against the true outline; null for what is no sampled field. */
export function gridReader(
  sheet: AskedSheet,
  { name, wanted }: { name: string; wanted: number },
): GridReaderView | null {
  const value = sheet.value(name);
  const found = value?.type === "field" ? sheet.fieldOf(name) : null;
  if (value?.type !== "field" || !found) return null;
  const { field } = found;
  return { ...bilinearOutline(field, value.grid), least: leastCell(field, value.grid, wanted) };
}

function leastCell(field: DistanceField, grid: Grid, wanted: number): number | null {
  const [width, height] = [grid.columns * grid.cell, grid.rows * grid.cell];
  // Coarser ones first: from a sixteenth of the box on.
  let cell = Math.max(width, height) / 16;
  for (let step = 0; step < HALVINGS; step++, cell /= 2) {
    const columns = Math.ceil(width / cell);
    const rows = Math.ceil(height / cell);
    if (columns * rows > MOST_SAMPLES) return null;
    const { lines, greatest } = bilinearOutline(field, { ...grid, cell, columns, rows });
    if (lines.length > 0 && greatest.distance <= wanted) return cell;
  }
  return null;
}
