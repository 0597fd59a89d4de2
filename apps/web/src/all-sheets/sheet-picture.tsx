import { results } from "@/sheet/model/scene";
import { Thumbnail } from "@/sheet/stations/parts/thumbnail";
import { tones } from "@/theme/tokens";
import type { SheetView } from "@/worker/sheet-view";

/** What a sheet's shapes look like, in the plan's box. */
export function SheetPicture({ view }: { view: SheetView | undefined }) {
  if (!view) return <span className="sheet-picture quiet">drawing …</span>;
  const definitions = [...new Set(results(view).map(({ definition }) => definition))];
  const layers = results(view).map(({ shape, definition }) => ({
    polygons: shape.polygons,
    // Lines of a hatch, or clipped ones, enclose nothing.
    lines: shape.polygons.length === 0 ? shape.subpaths.map(({ vertices }) => vertices) : [],
    tone: tones[definitions.indexOf(definition) % tones.length],
    opacity: shape.opacity,
  }));
  if (layers.length === 0) return <span className="sheet-picture quiet">no shapes</span>;
  const { x, y, width, height, yDown } = view.plan;
  return (
    <span className="sheet-picture">
      <Thumbnail
        layers={layers}
        box={{ minX: x, minY: y, maxX: x + width, maxY: y + height }}
        yDown={yDown}
        width={244}
        height={168}
      />
    </span>
  );
}
