import type { Operation } from "@vertexon/geometry";
import { fixed } from "@/format/numbers";
import { usePlanDigits } from "@/format/plan-digits";
import { tones } from "@/theme/tokens";
import { CARD, type SmallPicture } from "@/worker/small-picture";
import { Thumbnail } from "../parts/thumbnail";

interface Props {
  /** What the same operands give, the union first. */
  results: readonly { operation: Operation; area: number; picture: SmallPicture }[];
  taken: Operation;
  yDown: boolean;
  onTake(operation: Operation): void;
}

/** The operations side by side as small pictures with their areas, to choose by eye. */
export function OperationCards({ results, taken, yDown, onTake }: Props) {
  const digits = usePlanDigits();
  const { box } = results[0].picture;
  const [width, height] = CARD;
  return (
    <div className="operations">
      {results.map(({ operation, area, picture }) => (
        <button
          type="button"
          key={operation}
          className={`operation ${operation === taken ? "operation-taken" : ""}`}
          aria-pressed={operation === taken}
          onClick={() => onTake(operation)}
        >
          <Thumbnail
            layers={[{ data: picture.data, tone: tones[0] }]}
            box={box}
            yDown={yDown}
            width={width}
            height={height}
          />
          <span>{operation}</span>
          <span className="mono">{area ? fixed(area, digits.area) : "empty"}</span>
        </button>
      ))}
    </div>
  );
}
