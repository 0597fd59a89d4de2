import type { Grid } from "@vertexon/geometry";
import { Button } from "antd";
import { useMemo, useState } from "react";
import { small } from "@/format/numbers";
import { roundUp } from "@/format/round-up";
import type { GridReaderView } from "@/worker/questions/grid-reader";
import { useAnswers } from "../../model/answers";
import { useLayer } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { NumberField } from "../parts/number-field";
import { Facts, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { useFieldArgument } from "./field-argument";

/** What a program sees that reads bilinearly between samples, how far it is from the true outline, and a cell that is fine enough. */
export function ReadBetween({ name, grid }: { name: string; grid: Grid }) {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const change = useFieldArgument(name);
  const [wanted, setWanted] = useState(() => roundUp(Math.max(view.plan.width, view.plan.height) / 1000).rounded);
  const asked = useMemo(() => ({ name, wanted }), [name, wanted]);
  const reader = useLongQuestion({ thread, view: resting }, "gridReader", asked);
  const seen = reader.answered?.answer ?? null;
  useLayer(() => (seen ? { traced: seen.lines, marked: placesOf(seen) } : null), [seen]);
  if (!seen)
    return (
      <Pending problem={reader.problem} work={reader}>
        Reading between the samples …
      </Pending>
    );
  const { least, missed, parts, tolerance } = seen;
  return (
    <>
      <p className="field-verdict" data-testid="grid-reader">
        {inWords(seen)}
      </p>
      {missed > 0 && (
        <p className="warning" data-testid="reader-missed">
          {missed === parts ? "All" : `${missed} of`} {parts} parts of the outline lie between samples, and are not
          seen.
        </p>
      )}
      {seen.greatest && (
        <Facts
          pairs
          rows={[
            ["at corners", offText(seen.atCorners), "reader-corners"],
            ["elsewhere", offText(seen.elsewhere), "reader-elsewhere"],
          ]}
        />
      )}
      {parts > 0 && (
        <div className="field-row">
          <span className="quiet">to stay within</span>
          <NumberField
            min={0}
            value={wanted}
            onChange={(next) => next && setWanted(next)}
            aria-label="wanted error of the outline"
          />
          <span data-testid="least-cell">{leastInWords(seen, wanted)}</span>
          {least !== null && least !== grid.cell && (
            <Button size="small" disabled={!reader.isNewest} onClick={() => change("cell", least)}>
              Take it
            </Button>
          )}
        </div>
      )}
      {seen.greatest && tolerance > 0 && (
        <p className="quiet">
          Up to {small(tolerance)} of it may come from the outline that this is held against: its vertices lie within
          the tolerance.
        </p>
      )}
    </>
  );
}

function inWords({ greatest, parts }: GridReaderView): string {
  if (parts === 0) return "No outline comes within these samples.";
  if (!greatest) return "Read between four samples, there is no outline.";
  return `Read between four samples, the outline is off by up to ${small(greatest.distance)}: the dashed line, with crosses where.`;
}

function leastInWords({ least, tolerance }: GridReaderView, wanted: number): string {
  if (least !== null) return `a cell of ${small(least)} does`;
  return wanted < tolerance
    ? `less than the tolerance of the outline, ${small(tolerance)}`
    : "no cell that was tried is small enough";
}

/** Where the errors are greatest. */
function placesOf({ atCorners, elsewhere }: GridReaderView): Float64Array {
  return Float64Array.from([atCorners, elsewhere].flatMap((off) => (off && off.distance > 0 ? [off.x, off.y] : [])));
}

function offText(off: GridReaderView["atCorners"]): string {
  return off ? small(off.distance) : "none";
}
