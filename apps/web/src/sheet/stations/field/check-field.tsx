import { Button, Progress } from "antd";
import { useMemo, useRef, useState } from "react";
import { saveFile } from "@/client/save-file";
import { fixed, plural, small } from "@/format/numbers";
import type { RawForm } from "@/worker/field-file";
import type { CheckedField } from "@/worker/questions/check-field";
import { useAnswers } from "../../model/answers";
import { useLayer } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { Facts, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { RawNumbers } from "./raw-numbers";

/** A field that another program computed, held against ours: how it maps to the plan, where it differs, and why. */
export function CheckField({ name }: { name: string }) {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [raw, setRaw] = useState<RawForm | null>(null);
  const { x, y, width, height } = resting.plan;
  const box = useMemo(() => ({ x, y, width, height }), [x, y, width, height]);
  const asked = file && { name, file, raw, box };
  const { answered, problem, state, stop, again } = useLongQuestion({ thread, view: resting }, "checkField", asked);
  const answer = answered?.answer ?? null;
  const found = answer?.found ?? null;
  useLayer(() => found && { marked: found.worst, traced: found.outline }, [found]);
  return (
    <>
      <div className="field-row">
        <Button size="small" onClick={() => input.current?.click()}>
          Open a file of samples
        </Button>
        <span className="quiet">{file ? file.name : "PNG, PFM, NPY, CSV or plain numbers"}</span>
        <input
          ref={input}
          type="file"
          hidden
          aria-label="file of samples"
          onChange={(event) => {
            setFile(event.target.files?.[0] ?? null);
            setRaw(null);
            event.target.value = "";
          }}
        />
      </div>
      {!file && (
        <p className="quiet">
          A field that another program sampled over the plan is held against that of {name}: how its samples lie, their
          scale and sign are found, then each difference, and its likely cause.
        </p>
      )}
      {file && (answer?.rawBytes || raw) && (
        <RawNumbers bytes={answer?.rawBytes ?? file.size} plan={box} raw={raw} onRaw={setRaw} />
      )}
      {file && state !== "done" && (
        <div className="field-row">
          <Progress percent={Math.floor(100 * (answer?.done ?? 0))} size="small" />
          <Button size="small" onClick={state === "running" ? stop : again}>
            {state === "running" ? "Stop" : "Run again"}
          </Button>
        </div>
      )}
      {file && problem && <Pending problem={problem}>Holding {file.name} against ours …</Pending>}
      {answer?.problem && <p className="warning">{answer.problem}</p>}
      {found && <Verdict found={found} name={name} />}
    </>
  );
}

function Verdict({ found, name }: { found: CheckedField; name: string }) {
  const { causes, greatest, mean, scale, offset, layout, otherSide, off } = found;
  const { box, isMirrored, isFlipped, atCorners } = layout;
  return (
    <>
      <p className="field-verdict" data-testid="check-verdict">
        {causes.length > 0
          ? `${sentence(causes)}.`
          : `As ours but for ${off.count > 0 ? plural(off.count, "sample") : `${small(mean)} on average`}.`}
      </p>
      <Facts
        rows={[
          ["samples", `${fixed(found.columns, 0)} × ${fixed(found.rows, 0)}, ${found.form}`],
          [
            "values",
            `${name} = ${small(scale)} · value ${offset < 0 ? "−" : "+"} ${small(Math.abs(offset))}`,
            "check-mapping",
          ],
          [
            "they lie",
            `from ${isMirrored ? "greatest" : "least"} x and ${isFlipped ? "greatest" : "least"} y, at ${atCorners ? "corners" : "cell centres"} of ${small(box.width)} × ${small(box.height)} from (${small(box.x)}, ${small(box.y)})`,
          ],
          [
            "most off",
            `${small(Math.abs(greatest.difference))} at ${small(greatest.x)}, ${small(greatest.y)}`,
            "check-most",
          ],
          ["on average", small(mean)],
          ["on the other side", `${fixed(100 * otherSide, 2)} % of the samples`],
          [
            "their outline",
            found.outline.length > 0
              ? "dashed on the plan; crosses are where it is off most"
              : "not drawn: cells are not square",
          ],
          ["clamped", plural(found.clamped, "sample")],
          ["off by a tenth of a cell", plural(off.count, "sample"), "check-off"],
        ]}
      />
      {off.count > 0 && (
        <div className="field-row">
          <Button size="small" onClick={() => saveFile(`${name}-differences.csv`, asTable(off.rows), "text/csv")}>
            Save {off.rows.length < 4 * off.count ? `the ${fixed(off.rows.length / 4, 0)} largest` : "these"} as CSV
          </Button>
          <span className="quiet">where, theirs, ours, difference</span>
        </div>
      )}
    </>
  );
}

/** Rows of x, y, their value and ours, with the difference. */
function asTable(rows: Float64Array): string {
  const lines = ["x,y,theirs,ours,difference"];
  for (let i = 0; i < rows.length; i += 4)
    lines.push([...rows.subarray(i, i + 4), rows[i + 2] - rows[i + 3]].join(","));
  return `${lines.join("\n")}\n`;
}

function sentence(causes: readonly string[]): string {
  const text = causes.join("; ");
  return text[0].toUpperCase() + text.slice(1);
}
