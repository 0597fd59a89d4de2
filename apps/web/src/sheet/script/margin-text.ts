import { fixed, plural, small } from "@/format/numbers";
import type { PlanDigits } from "@/format/plan-digits";
import type { ValueView } from "@/worker/sheet-view";

/** A definition's key figures for the margin, and the same in words. */
export function marginText(value: ValueView | null, digits: PlanDigits): { text: string; title: string } {
  switch (value?.type) {
    case "shape":
      return {
        text: `${fixed(value.vertices, 0)} · ${fixed(value.area, digits.area)}`,
        title: `${plural(value.vertices, "vertex", "vertices")}, area ${fixed(value.area, digits.area + 2)}, error at most ${small(value.error)}`,
      };
    case "probe": {
      const [first, ...others] = value.points;
      const inside = value.points.filter(({ side }) => side === "inside").length;
      if (!first) return { text: "no points", title: "" };
      return others.length
        ? { text: `${inside} of ${value.points.length} inside`, title: "points inside" }
        : { text: `${first.side} ${fixed(first.distance, digits.length)}`, title: "side and signed distance" };
    }
    case "field":
      return { text: `${value.grid.columns} × ${value.grid.rows}`, title: "columns and rows of the field" };
    case "distance": {
      const { inside, outside } = value.worth;
      return {
        text: inside === outside ? inside : `${outside} · ${inside}`,
        title: `outside ${outside}, inside ${inside}; grows by ${small(value.lipschitz)} at most`,
      };
    }
    case "angle":
      return {
        text: `${fixed((value.radians * 180) / Math.PI, 3)}°`,
        title: `${value.radians} rad = ${value.radians / (2 * Math.PI)} turn`,
      };
    case "point":
      return { text: `${fixed(value.x, digits.length)}, ${fixed(value.y, digits.length)}`, title: "x, y" };
    case "list":
      if (value.probes.length > 0)
        return { text: plural(value.probes.length, "shape asked", "shapes asked"), title: "" };
      return value.shapes.length
        ? {
            text: `${plural(value.shapes.length, "shape")}`,
            title: `areas sum to ${fixed(
              value.shapes.reduce((sum, { shape }) => sum + shape.area, 0),
              digits.area + 2,
            )}`,
          }
        : { text: plural(value.length, "item"), title: "" };
    case "text":
      return { text: value.value, title: "text" };
    case "number":
      return {
        text: fixed(value.value, Number.isInteger(value.value) ? 0 : digits.length + 2),
        title: String(value.value),
      };
    default:
      return { text: "", title: "" };
  }
}
