import { Button } from "antd";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { type NamedShape, shapesOf } from "../../model/scene";

interface Props {
  /** A result is to be an operand in its turn. */
  onFurther(name: string): void;
}

/**
 * The operations that led to a shape one after the other, each fed by the result before it: a click goes to one of them,
 * and the last can be taken back.
 */
export function Chain({ onFurther }: Props) {
  const { view } = useAnswers();
  const { shape, choose } = useChoice();
  const { edit } = useEdits();
  const steps = shape ? stepsTo(view, shape) : [];
  const last = steps.at(-1);
  if (!shape || !last) return null;
  const isUsed = view.definitions.some(({ dependsOn }) => dependsOn.includes(last.definition));
  const stepBack = () =>
    edit((current, script) => {
      const span = current.definitions.find(({ name }) => name === last.definition)?.span;
      if (!span) return null;
      const before = steps.at(-2)?.name ?? last.shape.combination?.operands[0];
      if (before) choose(before);
      const to = script[span.to] === "\n" ? span.to + 1 : span.to;
      return [{ from: span.from, to, insert: "" }];
    });
  return (
    <div className="chain" data-testid="chain">
      <div>
        {steps.map(({ name, shape: { combination } }, i) => (
          <span key={name}>
            {i > 0 && <span className="quiet"> then </span>}
            <Button size="small" type={name === shape.name ? "default" : "text"} onClick={() => choose(name)}>
              <span className="mono">{name}</span> <span className="quiet">{combination?.operation}</span>
            </Button>
          </span>
        ))}
      </div>
      <Button size="small" onClick={() => onFurther(shape.name)}>
        Combine further
      </Button>
      <Button
        size="small"
        disabled={isUsed}
        title={isUsed ? `other definitions use ${last.name}` : `takes ${last.name} out of the script`}
        onClick={stepBack}
      >
        Step back
      </Button>
    </div>
  );
}

/** From the first operation to a shape: each step's first operand is the step before. */
function stepsTo(view: SheetView, shape: NamedShape): NamedShape[] {
  const steps: NamedShape[] = [];
  for (let at: NamedShape | undefined = shape; at?.shape.combination && !steps.includes(at); ) {
    steps.unshift(at);
    const before: string | undefined = at.shape.combination.operands[0];
    at = shapesOf(view).find(({ name }) => name === before);
  }
  return steps;
}
