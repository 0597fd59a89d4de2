import { FIELD_FORMATS, type FieldFormat, formOf, type Grid } from "@vertexon/geometry";
import { Button, Progress, Select } from "antd";
import { useEffect, useMemo, useState } from "react";
import { saveFile } from "@/client/save-file";
import { Figure } from "@/format/figure";
import { fixed, small } from "@/format/numbers";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useLayer } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { type SampledField, useSampledField } from "../../model/use-sampled-field";
import { Facts } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { FieldArgument } from "./field-argument";
import { ReadBetween } from "./read-between";

/** The samples of a field: their grid, what who reads between them sees, and files of them. */
export function Samples({ name }: { name: string }) {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const definition = view.definitions.find((each) => each.name === name);
  const value = definition?.value?.type === "field" ? definition.value : null;
  const grid = useSameGrid(value?.grid ?? null);
  const sampled = useSampledField(thread, resting, name, grid);
  useLayer(() => (grid ? { sampled: { name, grid } } : null), [grid, name]);
  if (!value || !grid || !definition) return null;
  const { reach } = value;
  const { columns, rows, cell } = grid;
  const { values, least, greatest, took, state } = sampled;
  return (
    <>
      <div className="field-row">
        <FieldArgument name={name} argument="cell" value={cell} />
        <FieldArgument
          name={name}
          argument="reach"
          value={Number.isFinite(reach) ? reach : null}
          placeholder="no limit"
        />
        <FieldArgument name={name} argument="padding" value={paddingOf(view, grid)} placeholder="none" />
      </div>
      <Facts
        pairs
        rows={[
          ["samples", `${fixed(columns, 0)} × ${fixed(rows, 0)}`],
          ["memory", `${small((8 * columns * rows) / 2 ** 20)} MiB`],
          ["least", values ? <Figure key="l" value={least} /> : "…", "field-least"],
          ["greatest", values ? <Figure key="g" value={greatest} /> : "…", "field-greatest"],
          ["sampled in", values ? `${small(took)} ms of one core` : "…", "field-took"],
        ]}
      />
      {state !== "done" && <Working {...sampled} />}
      {sampled.problem && <p className="warning">{sampled.problem}</p>}
      {values && <SaveField name={name} samples={{ values, grid, reach, unit: view.plan.unit }} />}
      <ReadBetween name={name} grid={grid} />
    </>
  );
}

/** The samples as a file, and the mapping to plan units beside it. */
function SaveField({ name, samples }: { name: string; samples: FieldSamples }) {
  const { view, thread } = useAnswers();
  const [format, setFormat] = useState<FieldFormat>("png16");
  const [wanted, setWanted] = useState<(FieldSamples & { format: FieldFormat }) | null>(null);
  const { answered, isNewest, problem } = useLongQuestion({ thread, view }, "fieldSave", wanted);
  useEffect(() => {
    if (!wanted || !isNewest || !answered?.answer) return;
    setWanted(null);
    const { ending, mediaType } = formOf(wanted.format);
    const { content, mapping } = answered.answer;
    saveFile(`${name}.${ending}`, content, mediaType);
    saveFile(`${name}.json`, `${JSON.stringify(mapping, null, 2)}\n`, "application/json");
  }, [name, wanted, isNewest, answered]);
  return (
    <div className="field-row">
      <Select
        size="small"
        value={format}
        onChange={setFormat}
        options={FIELD_FORMATS.map((each) => ({ value: each, label: formOf(each).title }))}
        aria-label="form of the field's file"
        style={{ width: 160 }}
      />
      <Button
        size="small"
        loading={wanted !== null && problem === null}
        onClick={() => setWanted({ ...samples, format })}
      >
        Save with its mapping
      </Button>
      {problem && <span className="warning">{problem}</span>}
    </div>
  );
}

interface FieldSamples {
  values: Float64Array;
  grid: Grid;
  reach: number;
  unit: string;
}

/** How far something has come, and how to stop it. */
function Working({ done, state, stop, again }: Pick<SampledField, "done" | "state" | "stop" | "again">) {
  return (
    <div className="field-row">
      <Progress percent={Math.floor(100 * done)} size="small" className="grow" />
      <Button size="small" onClick={state === "running" ? stop : again}>
        {state === "running" ? "Stop" : "Run again"}
      </Button>
    </div>
  );
}

/** The grid as it was, for as long as nothing of it changes. */
function useSameGrid(grid: Grid | null): Grid | null {
  const text = JSON.stringify(grid);
  return useMemo(() => JSON.parse(text), [text]);
}

/** How far the grid reaches beyond the plan; null where it does not, or begins elsewhere. */
function paddingOf({ plan }: SheetView, { x, y }: Grid): number | null {
  const by = plan.x - x;
  return by > 0 && Math.abs(plan.y - y - by) <= 1e-9 * by ? by : null;
}
