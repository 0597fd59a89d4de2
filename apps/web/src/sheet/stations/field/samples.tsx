import { FIELD_FORMATS, type FieldFormat } from "@vertexon/geometry";
import { Button, InputNumber, Select } from "antd";
import { useEffect, useMemo, useState } from "react";
import { saveFile } from "@/client/save-file";
import { Figure } from "@/format/figure";
import { fixed, small } from "@/format/numbers";
import type { GridReaderView } from "@/worker/questions/grid-reader";
import { useAnswers } from "../../model/answers";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import { useQuestion } from "../../model/use-question";
import { Facts, Pending } from "../parts/panel";
import { replacedCell } from "./replaced-cell";

/** The samples of a field: their grid, what who reads between them sees, and files of them. */
export function Samples({ name }: { name: string }) {
  const { view, thread } = useAnswers();
  const { edit } = useEdits();
  const [wanted, setWanted] = useState(0.1);
  const definition = view.definitions.find((each) => each.name === name);
  const value = definition?.value?.type === "field" ? definition.value : null;
  const { answered } = useQuestion({ thread, view }, "fieldSummary", { name });
  const summary = answered?.answer ?? null;
  const asked = useMemo(() => ({ name, wanted }), [name, wanted]);
  const reader = useQuestion({ thread, view }, "gridReader", asked, { rest: 150 });
  const seen = reader.answered?.answer ?? null;
  const grid = value?.grid ?? null;
  useLayer(
    () => ({
      ...(grid ? { sampled: { name, grid } } : {}),
      ...(seen ? { traced: seen.lines, marked: placesOf(seen) } : {}),
    }),
    [seen, grid, name],
  );
  if (!value) return null;
  const { reach } = value;
  const { columns, rows, cell } = value.grid;
  return (
    <>
      <Facts
        pairs
        rows={[
          ["samples", `${fixed(columns, 0)} × ${fixed(rows, 0)}`],
          ["memory", `${small((8 * columns * rows) / 2 ** 20)} MiB`],
          ["cell", <Figure key="c" value={cell} decimals={3} unit={view.plan.unit} />],
          ["reach", Number.isFinite(reach) ? <Figure key="r" value={reach} decimals={1} /> : "no limit"],
          ["least", summary ? <Figure key="l" value={summary.least} /> : "…", "field-least"],
          ["greatest", summary ? <Figure key="g" value={summary.greatest} /> : "…", "field-greatest"],
        ]}
      />
      <SaveField name={name} />
      {!seen && <Pending problem={reader.problem}>Reading between the samples …</Pending>}
      {seen && (
        <>
          <p className="field-verdict" data-testid="grid-reader">
            Read between four samples, the outline is off by {small(seen.greatest.distance)} at most: the dashed line,
            with crosses where.
          </p>
          <Facts
            pairs
            rows={[
              ["at corners", offText(seen.atCorners), "reader-corners"],
              ["elsewhere", offText(seen.elsewhere), "reader-elsewhere"],
            ]}
          />
          <div className="field-row">
            <span className="quiet">to stay within</span>
            <InputNumber
              size="small"
              min={0.0001}
              value={wanted}
              onChange={(next) => next && setWanted(next)}
              aria-label="wanted error of the outline"
            />
            <span data-testid="least-cell">
              {seen.least === null ? "no cell that was tried is small enough" : `a cell of ${small(seen.least)} does`}
            </span>
            {seen.least !== null && definition && seen.least !== cell && (
              <Button
                size="small"
                onClick={() => edit((_, script) => replacedCell(script, definition.span, seen.least!))}
              >
                Take it
              </Button>
            )}
          </div>
        </>
      )}
    </>
  );
}

/** Where the errors are greatest. */
function placesOf({ atCorners, elsewhere }: GridReaderView): Float64Array {
  return Float64Array.from([atCorners, elsewhere].flatMap((off) => (off && off.distance > 0 ? [off.x, off.y] : [])));
}

function offText(off: GridReaderView["atCorners"]): string {
  return off ? small(off.distance) : "none";
}

const FORM_NAMES: Record<FieldFormat, { title: string; ending: string; mediaType: string }> = {
  png: { title: "PNG, 8 bits", ending: "png", mediaType: "image/png" },
  png16: { title: "PNG, 16 bits", ending: "png", mediaType: "image/png" },
  pfm: { title: "PFM, 32-bit floats", ending: "pfm", mediaType: "application/octet-stream" },
  npy: { title: "NPY, doubles", ending: "npy", mediaType: "application/octet-stream" },
};

/** The samples as a file, and the mapping to plan units beside it. */
function SaveField({ name }: { name: string }) {
  const { view, thread } = useAnswers();
  const [format, setFormat] = useState<FieldFormat>("png16");
  const [wanted, setWanted] = useState<{ name: string; format: FieldFormat; unit: string } | null>(null);
  const { answered, isNewest, problem } = useQuestion({ thread, view }, "fieldSave", wanted);
  useEffect(() => {
    if (!wanted || !isNewest || !answered?.answer) return;
    setWanted(null);
    const { ending, mediaType } = FORM_NAMES[wanted.format];
    const { content, mapping } = answered.answer;
    saveFile(`${wanted.name}.${ending}`, content, mediaType);
    saveFile(`${wanted.name}.json`, `${JSON.stringify(mapping, null, 2)}\n`, "application/json");
  }, [wanted, isNewest, answered]);
  return (
    <div className="field-row">
      <Select
        size="small"
        value={format}
        onChange={setFormat}
        options={FIELD_FORMATS.map((each) => ({ value: each, label: FORM_NAMES[each].title }))}
        aria-label="form of the field's file"
        style={{ width: 160 }}
      />
      <Button
        size="small"
        loading={wanted !== null && problem === null}
        onClick={() => setWanted({ name, format, unit: view.plan.unit })}
      >
        Save with its mapping
      </Button>
      {problem && <span className="warning">{problem}</span>}
    </div>
  );
}
