import { type Handoff, type HandoffFormat, handoffForms } from "@vertexon/geometry";
import { Button, InputNumber, Segmented } from "antd";
import { useState } from "react";
import { useCopy } from "@/client/use-copy";
import { fixed, plural, small } from "@/format/numbers";
import { plainName } from "@/format/plain-name";
import { useAnswers } from "../../model/answers";
import { appendedLine } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { emitStatement, withEnding } from "../../model/emit-statement";
import { shapeNamed } from "../../model/scene";
import { useQuestion } from "../../model/use-question";
import { Empty, Facts, Panel, Pending } from "../parts/panel";
import "./handoff.css";

const FORMATS = Object.entries(handoffForms).map(([value, { title }]) => ({
  value: value as HandoffFormat,
  label: title,
}));
/** Longer texts are shown cut; copying and saving take all of it. */
const SHOWN = 20_000;

/** The vertices as text for a program, copied or saved. The script's emit statement keeps the choice. */
export function HandoffPanel() {
  const { view, thread } = useAnswers();
  const { shape } = useChoice();
  const { edit } = useEdits();
  const copy = useCopy();
  const emission = view.emissions.find(({ name }) => name === shape?.name);
  const [own, setOwn] = useState<{ format: HandoffFormat; decimals: number }>({ format: "typescript", decimals: 3 });
  const format = emission?.format ?? own.format;
  const decimals = emission?.decimals ?? own.decimals;
  const name = shape?.name;
  const { answered, isNewest, problem } = useQuestion(
    { thread, view },
    "handoff",
    name ? { name, format, decimals } : null,
  );
  const handoff = answered?.answer ?? null;
  const about = shapeNamed(answered?.question.view ?? null, name ?? null);
  if (!shape || !name)
    return (
      <Panel title="Hand off">
        <Empty>No shape to hand off yet.</Empty>
      </Panel>
    );

  const file = emission?.file ?? `${plainName(name)}.${handoffForms[format].ending}`;
  const change = (f: HandoffFormat, d: number) => {
    setOwn({ format: f, decimals: d });
    if (!emission) return;
    const to = f === format ? file : withEnding(file, f);
    edit((current) => {
      const span = current.emissions.find((each) => each.name === name)?.span;
      return span ? [{ ...span, insert: emitStatement(name, f, d, to) }] : null;
    });
  };
  const keep = () => edit((_, script) => appendedLine(script, emitStatement(name, format, decimals, file)));
  const save = () => {
    if (!handoff) return;
    const link = document.createElement("a");
    link.href = URL.createObjectURL(new Blob([handoff.text], { type: handoffForms[format].mediaType }));
    link.download = file;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const text = handoff?.text ?? "";
  return (
    <Panel
      title="Hand off"
      about={name}
      aside={
        <span className="mono handoff-file" title={file}>
          {file}
        </span>
      }
    >
      <Segmented
        className="handoff-formats"
        options={FORMATS}
        value={format}
        onChange={(f) => change(f, decimals)}
        size="small"
      />
      <div className="handoff-row">
        <span className="inline-field">
          decimals
          <InputNumber
            size="small"
            min={0}
            max={17}
            precision={0}
            value={decimals}
            onChange={(d) => d !== null && change(format, d)}
            aria-label="decimals"
          />
        </span>
        <span className="grow" />
        {!emission && <Button onClick={keep}>Keep in the script</Button>}
        <Button onClick={save} disabled={!handoff || !isNewest} aria-label={`Save ${file}`} title={`Save ${file}`}>
          Save
        </Button>
        <Button
          type="primary"
          onClick={() => handoff && copy(handoff.text, `${countOf(handoff)} copied`)}
          disabled={!handoff || !isNewest}
        >
          Copy
        </Button>
      </div>
      {!handoff && <Pending problem={problem}>Writing …</Pending>}
      {handoff && answered && (
        <Facts
          rows={[
            [
              "contents",
              `${countOf(handoff)}, ${plural(about?.shape.polygons.length ?? 0, "polygon")}, y ${view.plan.yDown ? "down" : "up"}, ${view.plan.unit}`,
            ],
            [
              "error bound",
              <span key="e">
                <span className="mono">{small(handoff.error + handoff.rounding)}</span>{" "}
                <span className="quiet">
                  = {small(handoff.error)} outline + {small(handoff.rounding)} digits
                </span>
              </span>,
            ],
            ...(handoff.merged > 0
              ? ([
                  [
                    "too few digits",
                    `${plural(handoff.merged, "vertex", "vertices")} became equal to the one before: choose more decimals`,
                  ],
                ] as [string, string][])
              : []),
          ]}
        />
      )}
      {handoff && (
        <pre className="handoff-text" data-testid="handoff-text">
          {text.slice(0, SHOWN)}
          {text.length > SHOWN && `\n… and ${fixed(text.length - SHOWN, 0)} more characters`}
        </pre>
      )}
    </Panel>
  );
}

/** What a text holds: vertices, or the segments of the forms that keep curves. */
function countOf({ vertices, segments }: Handoff): string {
  if (!segments) return plural(vertices, "vertex", "vertices");
  return `${plural(segments.curves, "curve")}, ${plural(segments.lines, "line")}`;
}
