import { fixed, plural } from "@/format/numbers";
import type { ValueView } from "@/worker/views";

/** A definition's key figures for the margin, and the same in words. */
export function marginText(value: ValueView | null): { text: string; title: string } {
  switch (value?.type) {
    case "shape":
      return {
        text: `${fixed(value.vertices, 0)} · ${fixed(value.area, 1)}`,
        title: `${plural(value.vertices, "vertex", "vertices")}, area ${fixed(value.area, 3)}, error at most ${value.error.toPrecision(3)}`,
      };
    case "probe": {
      const [first, ...others] = value.points;
      const inside = value.points.filter(({ side }) => side === "inside").length;
      if (!first) return { text: "no points", title: "" };
      return others.length
        ? { text: `${inside} of ${value.points.length} inside`, title: "points inside" }
        : { text: `${first.side} ${fixed(first.distance, 2)}`, title: "side and signed distance" };
    }
    case "field":
      return { text: `${value.columns} × ${value.rows}`, title: "columns and rows of the field" };
    case "angle":
      return {
        text: `${fixed((value.radians * 180) / Math.PI, 3)}°`,
        title: `${value.radians} rad = ${value.radians / (2 * Math.PI)} turn`,
      };
    case "point":
      return { text: `${fixed(value.x, 2)}, ${fixed(value.y, 2)}`, title: "x, y" };
    case "list":
      return value.shapes.length
        ? {
            text: `${plural(value.shapes.length, "shape")}`,
            title: `areas sum to ${fixed(
              value.shapes.reduce((sum, { shape }) => sum + shape.area, 0),
              3,
            )}`,
          }
        : { text: plural(value.length, "item"), title: "" };
    case "number":
      return { text: fixed(value.value, Number.isInteger(value.value) ? 0 : 4), title: String(value.value) };
    default:
      return { text: "", title: "" };
  }
}
