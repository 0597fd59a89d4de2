import { type Bounds, contours, type DistanceField, type Ring } from "@vertexon/geometry";
import { namedShapesIn, resultsAmong } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { smallPicture } from "../small-picture";

/** A sheet's results as a small picture of its plan; layers of one definition have one tone. */
export interface ThumbnailView {
  layers: { data: string; tone: number; opacity: number }[];
  box: Bounds;
  yDown: boolean;
}

/** Null before the sheet was evaluated; where there are no shapes, it is the last distance that is shown. */
export function thumbnail(sheet: AskedSheet, { width, height }: Asked): ThumbnailView | null {
  if (!sheet.evaluated) return null;
  const { plan, definitions } = sheet.evaluated;
  const box = { minX: plan.x, minY: plan.y, maxX: plan.x + plan.width, maxY: plan.y + plan.height };
  const layers = resultsAmong(definitions)
    .map(({ name, value }) => (value ? namedShapesIn(name, value).map(([, shape]) => shape) : []))
    .filter((shapes) => shapes.length > 0)
    .flatMap((shapes, tone) =>
      shapes.map(({ polygons, flat, opacity }) => {
        // Lines of a hatch, or clipped ones, enclose nothing.
        const lines = polygons.length === 0 ? flat.subpaths.map(({ vertices }) => vertices) : [];
        return { data: smallPicture(polygons, lines, [width, height], box).data, tone, opacity };
      }),
    );
  const distance = definitions.findLast(({ value }) => value?.type === "distance")?.name;
  const field = distance === undefined || layers.length > 0 ? null : sheet.fieldOf(distance);
  if (field) {
    const lines = insideWithin(field.field, box, Math.max(plan.width / width, plan.height / height));
    layers.push({ data: smallPicture([], lines, [width, height], box).data, tone: 0, opacity: 1 });
  }
  return { layers, box, yDown: plan.yDown };
}

/** What is inside by a distance and within a box, in cells of a size: closed lines. */
function insideWithin(field: DistanceField, { minX, minY, maxX, maxY }: Bounds, cell: number): Ring[] {
  const columns = Math.ceil((maxX - minX) / cell) + 2;
  const rows = Math.ceil((maxY - minY) / cell) + 2;
  const grid = { x: minX - cell, y: minY - cell, cell, columns, rows };
  // Around the box all is outside, so that lines are closed along it.
  const values = field.sample(grid).map((value, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const isBorder = column === 0 || row === 0 || column === columns - 1 || row === rows - 1;
    return isBorder ? Math.max(value, cell) : value;
  });
  return contours(grid, values, [0]).map(({ points }) => Float64Array.of(...points, points[0], points[1]));
}

interface Asked {
  width: number;
  height: number;
}
