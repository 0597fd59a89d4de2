import { fixed, plural, small } from "@/format/numbers";
import type { SheetView } from "@/worker/views";
import { type NamedShape, shapesOf } from "./plan/scene";
import { type Station, stations } from "./stations/station";

interface Props {
  view: SheetView | null;
  shape: NamedShape | null;
  station: Station;
  onStation(station: Station): void;
}

/** The stations in the order of the work, each with its key figure. */
export function Rail({ view, shape, station, onStation }: Props) {
  return (
    <nav className="rail" aria-label="Stations">
      {stations.map(({ key, title }, i) => (
        <button
          type="button"
          key={key}
          className={`rail-stop ${key === station ? "rail-here" : ""}`}
          aria-current={key === station ? "step" : undefined}
          title={`${title} (key ${i + 1})`}
          onClick={() => onStation(key)}
        >
          <span className="rail-number">{i + 1}</span>
          <span className="rail-title">{title}</span>
          <span className="rail-figure mono">{view ? keyFigure(key, view, shape) : "…"}</span>
        </button>
      ))}
    </nav>
  );
}

function keyFigure(station: Station, view: SheetView, shape: NamedShape | null): string {
  switch (station) {
    case "define":
      return plural(shapesOf(view).length, "shape");
    case "flatten":
      return shape ? `±${small(shape.shape.error)}` : "—";
    case "combine": {
      if (!shape) return "—";
      const holes = shape.shape.polygons.reduce((sum, polygon) => sum + polygon.holes.length, 0);
      return `${shape.shape.polygons.length} + ${holes}`;
    }
    case "probe": {
      const points = view.definitions.flatMap(({ value }) => (value?.type === "probe" ? value.points : []));
      return points.length ? `${points.filter(({ side }) => side === "inside").length} of ${points.length} in` : "—";
    }
    case "field": {
      const field = view.definitions.find(({ value }) => value?.type === "field")?.value;
      return field?.type === "field" ? `cell ${fixed(field.cell, Number.isInteger(field.cell) ? 0 : 2)}` : "—";
    }
    case "handoff":
      return shape
        ? `${fixed(
            shape.shape.polygons.reduce((n, p) => n + ringVertices(p), 0),
            0,
          )} vert.`
        : "—";
  }
}

function ringVertices({ outer, holes }: { outer: Float64Array; holes: Float64Array[] }): number {
  return holes.reduce((sum, hole) => sum + hole.length / 2, outer.length / 2);
}
