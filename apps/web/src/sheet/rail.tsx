import type { SheetView } from "@/worker/views";
import type { NamedShape } from "./plan/scene";
import { keyFigures } from "./stations/key-figures";
import { type Station, stations } from "./stations/station";

interface Props {
  view: SheetView | null;
  shape: NamedShape | null;
  /** Figures of what is being computed anew are pale, and none stands for a script without a shape so far. */
  computing: boolean;
  station: Station;
  onStation(station: Station): void;
}

/** The stations in the order of the work, each with its key figure. */
export function Rail({ view, shape, computing, station, onStation }: Props) {
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
          <span className={`rail-figure mono ${computing ? "rail-computing" : ""}`}>
            {view && (shape || !computing) ? keyFigures[key](view, shape) : "…"}
          </span>
        </button>
      ))}
    </nav>
  );
}
