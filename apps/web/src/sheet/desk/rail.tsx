import type { SheetView } from "@/worker/sheet-view";
import type { NamedShape } from "../model/scene";
import type { Station } from "../model/station";
import { stations } from "../stations";

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
      {stations.map((each, i) => (
        <button
          type="button"
          key={each.key}
          className={`rail-stop ${each === station ? "rail-here" : ""}`}
          aria-current={each === station ? "step" : undefined}
          title={`${each.title} (key ${i + 1})`}
          onClick={() => onStation(each)}
        >
          <span className="rail-number">{i + 1}</span>
          <span className="rail-title">{each.title}</span>
          <span className={`rail-figure mono ${computing ? "rail-computing" : ""}`}>
            {view && (shape || !computing) ? each.figure(view, shape) : "…"}
          </span>
        </button>
      ))}
    </nav>
  );
}
