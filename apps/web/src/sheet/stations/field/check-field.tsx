import { Button } from "antd";
import { useMemo, useRef, useState } from "react";
import { fixed, plural, small } from "@/format/numbers";
import type { CheckedField } from "@/worker/questions/check-field";
import { useAnswers } from "../../model/answers";
import { useLayer } from "../../model/layers";
import { useQuestion } from "../../model/use-question";
import { Facts, Pending } from "../parts/panel";

/** A field that another program computed, held against ours: how it maps to the plan, where it differs, and why. */
export function CheckField({ name }: { name: string }) {
  const { view, thread } = useAnswers();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const { x, y, width, height } = view.plan;
  const asked = useMemo(() => file && { name, file, box: { x, y, width, height } }, [name, file, x, y, width, height]);
  const { answered, problem, isNewest } = useQuestion({ thread, view }, "checkField", asked);
  const answer = file && isNewest ? (answered?.answer ?? null) : null;
  const found = answer?.found ?? null;
  useLayer(
    () =>
      found
        ? {
            marked: found.worst,
            tags: [{ ...found.greatest, text: `off ${small(found.greatest.difference)}` }],
          }
        : null,
    [found],
  );
  return (
    <>
      <div className="field-row">
        <Button size="small" onClick={() => input.current?.click()}>
          Open a file of samples
        </Button>
        <span className="quiet">{file ? file.name : "PNG, PFM, NPY or CSV, over the plan's box"}</span>
        <input
          ref={input}
          type="file"
          hidden
          accept=".png,.pfm,.npy,.csv,.txt"
          aria-label="file of samples"
          onChange={(event) => {
            setFile(event.target.files?.[0] ?? null);
            event.target.value = "";
          }}
        />
      </div>
      {file && !answer && <Pending problem={problem}>Holding {file.name} against ours …</Pending>}
      {answer?.problem && <p className="warning">{answer.problem}</p>}
      {found && <Verdict found={found} name={name} />}
    </>
  );
}

function Verdict({ found, name }: { found: CheckedField; name: string }) {
  const { causes, greatest, mean, scale, offset } = found;
  return (
    <>
      <p className="field-verdict" data-testid="check-verdict">
        {causes.length === 0 ? `As ours but for ${small(mean)} on average.` : `${sentence(causes)}.`}
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
            "rows",
            `${found.isFlipped ? "greatest y first" : "least y first"}, at ${found.atCorners ? "the corners" : "cell centres"}`,
          ],
          ["most off", `${small(greatest.difference)} at ${small(greatest.x)}, ${small(greatest.y)}`, "check-most"],
          ["on average", small(mean)],
          ["clamped", plural(found.clamped, "sample")],
        ]}
      />
    </>
  );
}

function sentence(causes: readonly string[]): string {
  const text = causes.join("; ");
  return text[0].toUpperCase() + text.slice(1);
}
