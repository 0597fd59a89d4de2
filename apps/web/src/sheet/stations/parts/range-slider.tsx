import { type Span, writeNumber } from "@vertexon/notation";
import { InputNumber, Slider } from "antd";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useEdits } from "../../model/edits";
import { useOwnValue } from "./use-own-value";
import "./parts.css";

interface Props {
  name: string;
  value: number;
  /** What the slider goes over. */
  least: number;
  greatest: number;
  /** What may be typed besides. */
  typed?: { least: number; greatest: number };
  /** Where the number stands in a script; null if it does no longer. */
  spanIn(view: SheetView, script: string): Span | null;
}

/** A number that is written in the script, as a slider and as a field. */
export function RangeSlider({ name, value, least, greatest, typed = { least, greatest }, spanIn }: Props) {
  const { view } = useAnswers();
  const { edit, endDrag } = useEdits();
  const [shown, setShown] = useOwnValue(value, view);
  // About a hundred steps of a round size; whole numbers stay whole.
  const fine = 10 ** Math.floor(Math.log10((greatest - least) / 40));
  const step = [least, greatest, shown].every(Number.isInteger) ? Math.max(1, fine) : fine;
  const set = (next: number | null) => {
    if (next === null) return;
    setShown(next);
    edit(
      (current, script) => {
        const span = spanIn(current, script);
        return span ? [{ ...span, insert: writeNumber(next, 6) }] : null;
      },
      { drag: true },
    );
  };
  return (
    <div className="number-slider">
      <span className="mono" title={name}>
        {name}
      </span>
      <Slider
        min={least}
        max={greatest}
        step={step}
        value={shown}
        onChange={set}
        onChangeComplete={endDrag}
        ariaLabelForHandle={name}
      />
      <InputNumber
        size="small"
        min={typed.least}
        max={typed.greatest}
        step={step}
        value={shown}
        onChange={set}
        // All that is typed until the field is left is one step to be undone.
        onBlur={endDrag}
        onPressEnter={endDrag}
        aria-label={`${name}, typed`}
      />
    </div>
  );
}
