import { allRings } from "@vertexon/geometry";
import { fixed, plural, small } from "@/format/numbers";
import type { SheetView } from "@/worker/views";
import { type NamedShape, shapesOf } from "../plan/scene";
import type { Station } from "./station";

const NONE = "—";

/** The one figure that the rail tells of each station: of the sheet, or of the shape that the station is about. */
export const keyFigures: Record<Station, (view: SheetView, shape: NamedShape | null) => string> = {
  define: (view) => plural(shapesOf(view).length, "shape"),
  flatten: (_, shape) => (shape ? `±${small(shape.shape.error)}` : NONE),
  combine(_, shape) {
    if (!shape) return NONE;
    const holes = shape.shape.polygons.reduce((sum, polygon) => sum + polygon.holes.length, 0);
    return `${shape.shape.polygons.length} + ${holes}`;
  },
  probe(view) {
    const points = view.definitions.flatMap(({ value }) => (value?.type === "probe" ? value.points : []));
    return points.length ? `${points.filter(({ side }) => side === "inside").length} of ${points.length} in` : NONE;
  },
  field(view) {
    const field = view.definitions.find(({ value }) => value?.type === "field")?.value;
    return field?.type === "field" ? `cell ${fixed(field.cell, Number.isInteger(field.cell) ? 0 : 2)}` : NONE;
  },
  handoff(_, shape) {
    if (!shape) return NONE;
    const vertices = allRings(shape.shape.polygons).reduce((sum, ring) => sum + ring.length / 2, 0);
    return `${fixed(vertices, 0)} vert.`;
  },
};
