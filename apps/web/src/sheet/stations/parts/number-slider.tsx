import { writeNumber } from "@vertexon/notation";
import { InputNumber, Slider } from "antd";
import type { DefinitionView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useEdits } from "../../model/edits";
import { useOwnValue } from "./use-own-value";
import "./parts.css";

/** A number of the script with its range, as a slider and as a field. */
export function NumberSlider({ definition }: { definition: DefinitionView }) {
  const { view } = useAnswers();
  const { edit, endDrag } = useEdits();
  const { name, number, value } = definition;
  const least = number?.least ?? 0;
  const greatest = number?.greatest ?? 1;
  const [shown, setShown] = useOwnValue(value?.type === "number" ? value.value : least, view);
  // About a hundred steps of a round size; whole numbers stay whole.
  const fine = 10 ** Math.floor(Math.log10((greatest - least) / 40));
  const step = [least, greatest, shown].every(Number.isInteger) ? Math.max(1, fine) : fine;
  const set = (next: number | null) => {
    if (next === null) return;
    setShown(next);
    edit(
      (current) => {
        const span = current.definitions.find((each) => each.name === name)?.number?.span;
        return span ? [{ ...span, insert: writeNumber(next, 6) }] : null;
      },
      { drag: true },
    );
  };
  return (
    <div className="number-slider">
      <span className="mono">{name}</span>
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
        min={least}
        max={greatest}
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
