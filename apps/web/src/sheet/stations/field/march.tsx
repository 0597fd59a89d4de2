import { Slider } from "antd";
import { useMemo, useState } from "react";
import { plural } from "@/format/numbers";
import { useAnswers } from "../../model/answers";
import { type Place, useLayer } from "../../model/layers";
import { useField } from "../../model/use-field";
import { useQuestion } from "../../model/use-question";
import { Empty, Pending } from "../parts/panel";

/** A ray marched through the field: its steps as circles, counted. */
export function March() {
  const { view, thread } = useAnswers();
  const { name } = useField();
  const [relaxed, setRelaxed] = useState(1);
  const [line, setLine] = useState<{ from: Place; to: Place } | null>(null);
  const size = Math.max(view.plan.width, view.plan.height);
  const asked = useMemo(() => (name && line ? { name, relaxed, size, ...line } : null), [name, relaxed, size, line]);
  const { answered, isNewest, problem } = useQuestion({ thread, view }, "march", asked);
  const found = isNewest ? (answered?.answer ?? null) : null;
  useLayer(() => {
    const set = (from: Place, to: Place) => setLine({ from: { x: from.x, y: from.y }, to: { x: to.x, y: to.y } });
    const last = found?.steps.at(-1);
    return {
      ...(found ? { circles: found.steps.map(({ x, y, distance }) => ({ x, y, radius: distance })) } : {}),
      ways: line && last ? [{ from: line.from, to: last, text: "", isArrow: true }] : [],
      onDrag: { hint: "Drag from where the ray starts", move: set, end: set, cancel: () => setLine(null) },
    };
  }, [line, found]);
  return (
    <>
      <div className="field-row">
        <span>steps</span>
        <Slider
          className="grow"
          min={1}
          max={1.9}
          step={0.05}
          value={relaxed}
          onChange={setRelaxed}
          tooltip={{ formatter: (value) => `${value} times the distance` }}
          aria-label="steps as a multiple of the distance"
        />
        <span className="mono">×{relaxed.toFixed(2)}</span>
      </div>
      {!line && <Empty>No ray yet: drag one on the plan.</Empty>}
      {line && !found && <Pending problem={problem}>Marching along the ray …</Pending>}
      {found && (
        <p className="field-verdict" data-testid="march-steps">
          {plural(found.steps.length, "step")};{" "}
          {found.hasOverstepped
            ? `the last one went through the boundary of ${name}: its values are no bound`
            : found.isHit
              ? `${name} is met`
              : `${name} is not met${found.isLeft ? " so far" : ""}`}
          {found.takenBack > 0 && `; ${plural(found.takenBack, "step")} went too far and was taken back`}
        </p>
      )}
      <p className="quiet">
        {found && !found.isSafe
          ? "Values are no bound here: a circle may hold parts of the outline, and a step to its rim may pass through them."
          : "Each circle is free of the outline: a step to its rim is safe."}{" "}
        Longer steps save some, and are taken back where two circles in a row leave a gap.
      </p>
    </>
  );
}
