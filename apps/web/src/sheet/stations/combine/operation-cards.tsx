import { bounds, type MultiPolygon, type Operation } from "@vertexon/geometry";
import { fixed } from "@/format/numbers";
import { usePlanDigits } from "@/format/plan-digits";
import { tones } from "@/theme/tokens";
import { Thumbnail } from "../parts/thumbnail";

interface Props {
  /** What the same operands give, the union first. */
  results: readonly { operation: Operation; polygons: MultiPolygon; area: number }[];
  taken: Operation;
  yDown: boolean;
  onTake(operation: Operation): void;
}

/** The operations side by side as small pictures with their areas, to choose by eye. */
export function OperationCards({ results, taken, yDown, onTake }: Props) {
  const digits = usePlanDigits();
  const box = bounds(results[0].polygons.map(({ outer }) => outer));
  return (
    <div className="operations">
      {results.map(({ operation, polygons, area }) => (
        <button
          type="button"
          key={operation}
          className={`operation ${operation === taken ? "operation-taken" : ""}`}
          aria-pressed={operation === taken}
          onClick={() => onTake(operation)}
        >
          <Thumbnail layers={[{ polygons, tone: tones[0] }]} box={box} yDown={yDown} width={78} height={50} />
          <span>{operation}</span>
          <span className="mono">{area ? fixed(area, digits.area) : "empty"}</span>
        </button>
      ))}
    </div>
  );
}
