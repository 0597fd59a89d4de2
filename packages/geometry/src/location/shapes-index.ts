import { bounds, type Operand } from "../polygon";
import { type LocationIndex, locationIndex } from "./location-index";

export interface ShapesIndex {
  /** The shapes that hold a point or have it on their boundary, the topmost (last) first, by their places in the list. */
  at(x: number, y: number): number[];
  /** The topmost of them, −1 for none. */
  topmost(x: number, y: number): number;
}

/** So many cells to a shape. */
const CELLS = 2;
/** Large shapes are in many cells: no more than about so many entries a shape. */
const ENTRIES = 64;

/**
 * Prepares many shapes for questions which of them hold a point: a grid of cells lists the shapes whose boxes come into each, and
 * each shape gets its own index when it is first asked. A question costs as many locations as boxes hold the point.
 */
export function shapesIndex(shapes: readonly Operand[]): ShapesIndex {
  const boxes = shapes.map(({ rings }) => bounds(rings));
  const all = bounds(boxes.flatMap((box) => (box ? [Float64Array.of(box.minX, box.minY, box.maxX, box.maxY)] : [])));
  const indices = new Array<LocationIndex | undefined>(shapes.length);
  const isOutside = (k: number, x: number, y: number): boolean => {
    indices[k] ??= locationIndex(shapes[k]);
    return indices[k].locate(x, y).side === "outside";
  };
  if (!all) return { at: () => [], topmost: () => -1 };
  const { minX, minY } = all;
  const [width, height] = [all.maxX - minX, all.maxY - minY];
  let side = Math.max(1, Math.ceil(Math.sqrt(CELLS * shapes.length)));
  const cellsOf = (value: number, least: number, extent: number): number =>
    extent > 0 && Number.isFinite(extent)
      ? Math.min(side - 1, Math.max(0, Math.floor(((value - least) / extent) * side)))
      : 0;
  const eachCell = (k: number, visit: (cell: number) => void): void => {
    const box = boxes[k];
    if (!box) return;
    // A point and a box are rounded alike, and the cell rises with the coordinate: none is missed.
    const [i0, i1] = [cellsOf(box.minX, minX, width), cellsOf(box.maxX, minX, width)];
    const [j0, j1] = [cellsOf(box.minY, minY, height), cellsOf(box.maxY, minY, height)];
    for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) visit(j * side + i);
  };
  const entriesOf = (): number => {
    let entries = 0;
    for (const box of boxes)
      if (box)
        entries +=
          (cellsOf(box.maxX, minX, width) - cellsOf(box.minX, minX, width) + 1) *
          (cellsOf(box.maxY, minY, height) - cellsOf(box.minY, minY, height) + 1);
    return entries;
  };
  while (side > 1 && entriesOf() > ENTRIES * shapes.length) side = side >> 1;
  const starts = new Int32Array(side * side + 1);
  shapes.forEach((_, k) => {
    eachCell(k, (cell) => {
      starts[cell + 1]++;
    });
  });
  for (let c = 0; c < side * side; c++) starts[c + 1] += starts[c];
  const entries = new Int32Array(starts[side * side]);
  const next = starts.slice();
  // The topmost first in each cell.
  for (let k = shapes.length - 1; k >= 0; k--)
    eachCell(k, (cell) => {
      entries[next[cell]++] = k;
    });
  const each = (x: number, y: number, found: (k: number) => boolean): void => {
    if (!(x >= minX && x <= all.maxX && y >= minY && y <= all.maxY)) return;
    const cell = cellsOf(y, minY, height) * side + cellsOf(x, minX, width);
    for (let e = starts[cell]; e < starts[cell + 1]; e++) {
      const k = entries[e];
      const box = boxes[k]!;
      if (x < box.minX || x > box.maxX || y < box.minY || y > box.maxY || isOutside(k, x, y)) continue;
      if (!found(k)) return;
    }
  };
  return {
    at(x, y) {
      const found: number[] = [];
      each(x, y, (k) => found.push(k) > 0);
      return found;
    },
    topmost(x, y) {
      let top = -1;
      each(x, y, (k) => {
        top = k;
        return false;
      });
      return top;
    },
  };
}
