import { stepAcross, stepOf } from "@/format/step";
import { useAnswers } from "../../model/answers";
import { useEdits } from "../../model/edits";
import { NumberField } from "../parts/number-field";
import { useOwnValue } from "../parts/use-own-value";
import { replacedArgument } from "./replaced-argument";

type Argument = "cell" | "reach" | "padding";

interface Props {
  /** The definition of the field. */
  name: string;
  argument: Argument;
  value: number | null;
  placeholder?: string;
}

/** A number greater than 0 that a field is sampled by, in the script. */
export function FieldArgument({ name, argument, value, placeholder }: Props) {
  const { view } = useAnswers();
  const { endDrag } = useEdits();
  const change = useFieldArgument(name);
  // What is not written is 0 here.
  const [shown, setShown] = useOwnValue(value ?? 0, view);
  const set = (to: number | null) => {
    if (to === null || !(to > 0)) return;
    setShown(to);
    change(argument, to, { drag: true });
  };
  return (
    <>
      <span className="quiet">{argument}</span>
      <NumberField
        min={0}
        step={shown ? stepOf(shown) : stepAcross(view.plan)}
        value={shown || null}
        placeholder={placeholder}
        onChange={set}
        // All that is typed until the field is left is one step to be undone.
        onBlur={endDrag}
        onPressEnter={endDrag}
        aria-label={argument}
      />
    </>
  );
}

/** Writes another number for an argument of a field. */
export function useFieldArgument(name: string) {
  const { edit } = useEdits();
  return (argument: Argument, to: number, how?: { drag: boolean }): void =>
    edit((current, script) => {
      const span = current.definitions.find((each) => each.name === name)?.span;
      return span ? replacedArgument(script, span, argument, to) : null;
    }, how);
}
