import { InputNumber, Slider } from "antd";
import { small } from "@/format/numbers";
import { useAnswers } from "../../model/answers";
import { useEdits } from "../../model/edits";
import { NumberField } from "../parts/number-field";
import { useOwnValue } from "../parts/use-own-value";
import { toleranceText } from "./tolerance-text";

/** The slider runs over these powers of ten, in plan units. */
const LEAST = -4;
const GREATEST = 1;

/** The target that pixels are counted on. */
export interface Target {
  magnification: number;
  /** Pixels of the target to a plan unit, unmagnified. */
  ratio: number;
}

/** The sheet's tolerance: on a slider, typed in plan units, or as so many pixels of a target. */
export function Tolerance({ target, onTarget }: { target: Target; onTarget(target: Target): void }) {
  const { view } = useAnswers();
  const { edit, endDrag } = useEdits();
  const [tolerance, setTolerance] = useOwnValue(view.tolerance, view);
  const set = (next: number | null) => {
    if (next === null || !(next > 0)) return;
    setTolerance(next);
    edit(
      (current) => {
        const text = toleranceText(next);
        if (current.toleranceSpan) return [{ ...current.toleranceSpan, insert: text }];
        return [{ from: 0, to: 0, insert: `tolerance ${text}\n` }];
      },
      { drag: true },
    );
  };
  const { magnification, ratio } = target;
  const pixels = tolerance * magnification * ratio;
  /** The pixels stay, the tolerance follows. */
  const aim = (change: Partial<Target>) => {
    const next = { ...target, ...change };
    onTarget(next);
    set(pixels / (next.magnification * next.ratio));
  };
  // All that is typed until a field is left is one step to be undone.
  const leaving = { onBlur: endDrag, onPressEnter: endDrag };
  return (
    <>
      <div className="number-slider">
        <span>tolerance</span>
        <Slider
          min={LEAST}
          max={GREATEST}
          step={0.05}
          value={Math.log10(tolerance)}
          tooltip={{ formatter: (power) => small(10 ** (power ?? 0)) }}
          onChange={(power) => set(Number((10 ** power).toPrecision(2)))}
          onChangeComplete={endDrag}
          ariaLabelForHandle="tolerance"
        />
        <InputNumber
          size="small"
          min={1e-9}
          step={tolerance / 10}
          value={Number(toleranceText(tolerance))}
          onChange={set}
          {...leaving}
          aria-label="tolerance, typed"
        />
      </div>
      <div className="tolerance-pixels">
        <span>which is</span>
        <NumberField
          min={1e-6}
          value={Number(pixels.toPrecision(4))}
          onChange={(next) => next && set(next / (magnification * ratio))}
          className="tolerance-field"
          {...leaving}
          aria-label="tolerance in pixels"
        />
        <span>pixels at magnification</span>
        <NumberField
          min={1e-3}
          value={magnification}
          onChange={(next) => next && aim({ magnification: next })}
          className="tolerance-field"
          {...leaving}
          aria-label="magnification of the target"
        />
        <span title="pixels of the target to a plan unit, unmagnified">ratio</span>
        <NumberField
          min={1e-3}
          value={ratio}
          onChange={(next) => next && aim({ ratio: next })}
          className="tolerance-field"
          {...leaving}
          aria-label="pixels of the target to a plan unit"
        />
      </div>
    </>
  );
}
