import { total, writeNumber } from "@vertexon/notation";
import { App, Button } from "antd";
import { useState } from "react";
import { small } from "@/format/numbers";
import type { HandoffView } from "@/worker/questions/handoff";
import { useAnswers } from "../../model/answers";
import { useEdits } from "../../model/edits";
import { emitStatement } from "../../model/emit-statement";
import { NumberField } from "../parts/number-field";
import type { Chosen } from "./use-handoff";

/** The error bound of what is handed off, with the share of each step; a wanted bound is split over the steps. */
export function BoundFacts({ report, chosen }: { report: HandoffView["report"]; chosen: Chosen }) {
  const { bound, difference } = report;
  const steps = [
    [bound.flattening, "flattening"],
    [bound.snapping, "snapping"],
    [bound.derived, "derived"],
    [difference, "digits"],
  ] as const;
  const some = steps.filter(([size]) => size > 0);
  return (
    <>
      <span className="mono handoff-bound">{small(total(bound) + difference)}</span>{" "}
      <span className="quiet">
        {some.length === 0 ? "exact" : `= ${some.map(([size, step]) => `${small(size)} ${step}`).join(" + ")}`}
      </span>
      <Reach chosen={chosen} />
    </>
  );
}

/** Writes a tolerance and decimals into the script that keep a bound. */
function Reach({ chosen }: { chosen: Chosen }) {
  const { view, thread } = useAnswers();
  const { edit } = useEdits();
  const { message } = App.useApp();
  const [wanted, setWanted] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const { asked, kept, change } = chosen;
  const reach = async (): Promise<void> => {
    if (!thread || wanted === null) return;
    setBusy(true);
    try {
      const { targets, format, options, file } = asked;
      const reached = await thread.ask(view, "reachBound", {
        asked: { targets, format, options, file },
        bound: wanted,
      });
      if ("problem" in reached)
        return void message.warning(`${writeNumber(wanted, 6)} cannot be reached: ${reached.problem}`);
      const { tolerance, decimals } = reached;
      if (kept === null) change({ options: { decimals } });
      edit((current) => {
        const span = kept === null ? null : current.emissions[kept]?.span;
        const emission = span && {
          ...span,
          insert: emitStatement(targets, format, { ...options, decimals }, asked.file),
        };
        const setting = tolerance !== null && {
          ...(current.toleranceSpan ?? { from: 0, to: 0 }),
          insert: current.toleranceSpan ? writeNumber(tolerance, 12) : `tolerance ${writeNumber(tolerance, 12)}\n`,
        };
        const edits = [setting, emission].filter((each) => each !== false && each !== null);
        return edits.length ? edits : null;
      });
    } finally {
      setBusy(false);
    }
  };
  return (
    <span className="handoff-reach">
      <Button
        size="small"
        onClick={() => void reach()}
        disabled={wanted === null}
        loading={busy}
        title="writes the tolerance and the decimals that keep this bound"
      >
        Keep within
      </Button>
      <NumberField
        min={1e-12}
        value={wanted}
        onChange={setWanted}
        onPressEnter={() => void reach()}
        placeholder="0.1"
        aria-label="wanted bound"
        className="handoff-number"
      />
    </span>
  );
}
