import type { MultiPolygon } from "@vertexon/geometry";
import { shapesIn } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { CARD, type SmallPicture, smallPicture } from "../small-picture";

/** What a shape that is not written yet would be. */
export interface ShapePreview {
  polygons: MultiPolygon;
  area: number;
  picture: SmallPicture;
}

/** What is only tried out goes by this name, for as long as that takes. */
const PREVIEW = "preview";

/** The shapes that expressions would give if they were written now; null for one that gives none. */
export function preview(
  { sheet }: AskedSheet,
  { expressions }: { expressions: readonly string[] },
): (ShapePreview[] | null)[] {
  return expressions.map((expression) => {
    const value = sheet.tryOut(PREVIEW, `${PREVIEW} = ${expression}`);
    const shapes = value ? shapesIn(value) : [];
    return shapes.length
      ? shapes.map(({ polygons, area }) => ({ polygons, area, picture: smallPicture(polygons, [], CARD) }))
      : null;
  });
}
