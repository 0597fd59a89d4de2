import type { Bounds } from "@vertexon/geometry";
import { namedShapesIn, resultsAmong } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { smallPicture } from "../small-picture";

/** A sheet's results as a small picture of its plan; layers of one definition have one tone. */
export interface ThumbnailView {
  layers: { data: string; tone: number; opacity: number }[];
  box: Bounds;
  yDown: boolean;
}

/** Null before the sheet was evaluated. */
export function thumbnail({ evaluated }: AskedSheet, { width, height }: Asked): ThumbnailView | null {
  if (!evaluated) return null;
  const { plan, definitions } = evaluated;
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
  return { layers, box, yDown: plan.yDown };
}

interface Asked {
  width: number;
  height: number;
}
