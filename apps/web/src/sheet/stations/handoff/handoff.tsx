import { formOf, type ShapeKind } from "@vertexon/geometry";
import { Button, Select } from "antd";
import { saveFile } from "@/client/save-file";
import { useCopy } from "@/client/use-copy";
import { fixed, plural, small } from "@/format/numbers";
import type { HandoffView } from "@/worker/questions/handoff";
import { useAnswers } from "../../model/answers";
import { useDistanceLayer } from "../../model/distance-layer";
import { type Layer, useLayer } from "../../model/layers";
import { useLongQuestion, useQuestion } from "../../model/use-question";
import { Empty, Facts, Panel, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { BoundFacts } from "./bound";
import { asHex, hexLength } from "./hex";
import { How } from "./how";
import { type Chosen, useHandoff } from "./use-handoff";
import { What } from "./what";
import "./handoff.css";

/** Longer texts are shown cut; copying and saving take all of it. */
const SHOWN = 20_000;

/** Numbers for a program, in the form that it needs, copied or saved. The script's emit statements keep the choice. */
export function HandoffPanel() {
  const chosen = useHandoff();
  if (!chosen)
    return (
      <Panel title="Hand off">
        <Empty>No shape to hand off yet.</Empty>
      </Panel>
    );
  return <File chosen={chosen} />;
}

function File({ chosen }: { chosen: Chosen }) {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const copy = useCopy();
  const { asked, field, kept, keep } = chosen;
  const { file, format } = asked;
  const words = { emission: JSON.stringify(asked) };
  const quick = useQuestion({ thread, view: resting }, "handoff", field ? null : words);
  const long = useLongQuestion({ thread, view: resting }, "fieldHandoff", field ? words : null);
  const { answered, isNewest, problem } = field ? long : quick;
  const handoff = answered?.answer ?? null;
  useLayer(() => handoff && layerOf(handoff), [handoff]);
  useDistanceLayer(chosen.field);
  const content = handoff?.content ?? "";
  const isText = typeof content === "string";
  const text = (most = Number.POSITIVE_INFINITY): string =>
    typeof content === "string" ? content : asHex(content.subarray(0, most));
  const length = typeof content === "string" ? content.length : hexLength(content.length);
  const beside = handoff?.beside ?? null;
  const save = () => {
    saveFile(file, content, formOf(format).mediaType);
    if (beside) saveFile(beside.file, beside.content, "application/json");
  };
  const saves = beside ? `Save ${file}, and ${beside.file} with its mapping` : `Save ${file}`;
  const isReady = handoff !== null && isNewest;
  return (
    <Panel title="Hand off" about={<Files chosen={chosen} />}>
      <What chosen={chosen} taken={takenOf(handoff)} />
      <How chosen={chosen} />
      <div className="handoff-row">
        {kept === null && <Button onClick={keep}>Keep in the script</Button>}
        <span className="grow" />
        <Button
          type={isText ? "default" : "primary"}
          onClick={save}
          disabled={!isReady}
          aria-label={`Save ${file}`}
          title={saves}
        >
          Save
        </Button>
        <Button
          type="primary"
          onClick={() => handoff && copy(text(), `${countOf(handoff)} copied`)}
          disabled={!isReady}
        >
          {isText ? "Copy" : "Copy as hex"}
        </Button>
      </div>
      {!handoff && <Pending problem={problem}>Writing …</Pending>}
      {handoff && <Report handoff={handoff} chosen={chosen} />}
      {handoff && (
        <pre className="handoff-text" data-testid="handoff-text">
          {text(SHOWN / 2).slice(0, SHOWN)}
          {length > SHOWN && `\n… and ${fixed(length - SHOWN, 0)} more characters`}
        </pre>
      )}
    </Panel>
  );
}

/** What is handed off, on the plan: vertices with their places in the file, and triangles. */
function layerOf({ figures }: HandoffView): Layer {
  const isDrawn = ({ kind }: HandoffView["figures"][number]): boolean => kind === "region" || kind === "outline";
  const places = figures
    .filter((figure) => !isDrawn(figure))
    .flatMap(({ lines }) => lines.map(({ vertices }) => vertices));
  const mesh = figures.flatMap(({ lines, indices }) =>
    Array.from({ length: (indices?.length ?? 0) / 3 }, (_, t) =>
      Float64Array.from(
        [0, 1, 2].flatMap((k) => [...lines[0].vertices.subarray(2 * indices![3 * t + k], 2 * indices![3 * t + k] + 2)]),
      ),
    ),
  );
  return { handed: figures.filter(isDrawn).flatMap(({ lines }) => lines), listed: places, mesh };
}

/** The files that the script keeps, and a new one. */
function Files({ chosen: { asked, kept, pick } }: { chosen: Chosen }) {
  const { view } = useAnswers();
  if (view.emissions.length === 0) return <span title={asked.file}>{asked.file}</span>;
  const files = view.emissions.map(({ file, targets }, i) => ({
    value: i,
    label: file ?? (targets.join(", ") || "plan"),
  }));
  return (
    <Select
      size="small"
      variant="filled"
      value={kept ?? -1}
      options={[...files, { value: -1, label: kept === null ? `${asked.file} (not kept)` : "a new file" }]}
      onChange={(next) => pick(next < 0 ? null : next)}
      popupMatchSelectWidth={false}
      aria-label="file"
      className="handoff-files"
    />
  );
}

/** What the file holds and what it is worth; what is lost, and what the digits do, stand out. */
function Report({ handoff, chosen }: { handoff: HandoffView; chosen: Chosen }) {
  const { report } = handoff;
  const { losses, problems, merged, difference } = report;
  const warnings = [
    ...losses,
    ...problems,
    ...(merged > 0
      ? [`${plural(merged, "vertex", "vertices")} became equal to the one before: choose more digits`]
      : []),
  ];
  return (
    <>
      {warnings.length > 0 && (
        <ul className="handoff-warnings" data-testid="handoff-warnings">
          {warnings.map((warning) => (
            <li key={warning}>{warning}</li>
          ))}
        </ul>
      )}
      <Facts
        rows={[
          ["contents", `${countOf(handoff)}${reasonOf(handoff)}`, "handoff-contents"],
          ["bound", <BoundFacts key="b" report={report} chosen={chosen} />, "handoff-bound"],
          [
            "read back",
            difference === 0
              ? "the very same numbers"
              : `no ${handoff.samples > 0 ? "value" : "vertex"} is further off than ${small(difference)}`,
            "handoff-check",
          ],
        ]}
      />
    </>
  );
}

/** In which ways its shapes are taken. */
function takenOf(handoff: HandoffView | null): ShapeKind[] {
  return [...new Set(handoff?.report.taken.map(({ as }) => as))];
}

/** Why shapes are taken as they are. */
function reasonOf({ report: { taken }, figures, beside }: HandoffView): string {
  if (beside) return `, and ${beside.file} with their mapping to the plan`;
  const open = figures.flatMap(({ kind, lines }) => (kind === "outline" ? lines.filter(({ closed }) => !closed) : []));
  const lines = open.length ? `, ${open.length} open` : "";
  const kinds = new Set(taken.map(({ as }) => as));
  if (kinds.size > 1) return ": results of operations as regions, others as they were written";
  if (kinds.has("region")) return ": the region that is enclosed, its rings in canonical order";
  if (kinds.has("outline")) return `: the outline as it was written, in its own order${lines}`;
  return "";
}

/** What a file holds: vertices, or the segments of the forms that keep curves; samples; and numbers beside them. */
function countOf({ report: { vertices, segments }, figures, samples, numbers }: HandoffView): string {
  if (samples > 0) return plural(samples, "sample");
  const shapes = figures.filter(({ kind }) => kind !== "numbers");
  const parts: string[] = [];
  if (shapes.length > 1) parts.push(`${shapes.length} shapes`);
  const triangles = figures.reduce((sum, { indices }) => sum + (indices?.length ?? 0) / 3, 0);
  if (triangles) parts.push(plural(triangles, "triangle"));
  const arePoints = shapes.length > 0 && shapes.every(({ kind }) => kind === "points");
  if (segments) parts.push(plural(segments.curves, "curve"), plural(segments.lines, "line"));
  else if (arePoints) parts.push(plural(vertices, "point"));
  else if (shapes.length > 0 || numbers === 0) parts.push(plural(vertices, "vertex", "vertices"));
  if (numbers > 0) parts.push(plural(numbers, "number"));
  return parts.join(", ");
}
