import { formOf, type HandoffFormat, handoffForms } from "@vertexon/geometry";
import { Button, Select } from "antd";
import { useEffect, useState } from "react";
import { saveFile } from "@/client/save-file";
import { useCopy } from "@/client/use-copy";
import { plural } from "@/format/numbers";
import type { ProbedPoints } from "@/worker/probed-points";
import { useAnswers } from "../../model/answers";
import { useLongQuestion } from "../../model/use-question";
import { chosenOf, type PointSet } from "./point-set";

interface Wanted {
  points: ProbedPoints;
  format: HandoffFormat;
  way: "save" | "copy";
}

/** Beyond so many points a clipboard is the wrong place. */
const MOST_COPIED = 20_000;

const FORMS = (Object.keys(handoffForms) as HandoffFormat[]).filter(
  (key) => formOf(key).holds.kinds.includes("points") && key !== "template",
);

/** The listed points with their answers, saved or copied in any form that holds points. */
export function SavePoints({ set, rows, name }: { set: PointSet; rows: Uint32Array; name: string }) {
  const { view, thread } = useAnswers();
  const copy = useCopy();
  const [format, setFormat] = useState<HandoffFormat>("csv");
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const { answered, isNewest, state, problem } = useLongQuestion(
    { thread, view },
    "pointsText",
    wanted && { points: wanted.points, format: wanted.format, name },
  );
  const text = isNewest && state === "done" ? (answered?.answer ?? null) : null;
  useEffect(() => {
    if (!text || !wanted) return;
    setWanted(null);
    if (wanted.way === "save") saveFile(text.file, text.content, formOf(wanted.format).mediaType);
    else void copy(String(text.content), `${plural(wanted.points.x.length, "point")} copied`);
  }, [text, wanted, copy]);
  const isBusy = wanted !== null && problem === null;
  const ask = (way: Wanted["way"]) => setWanted({ points: chosenOf(set, rows), format, way });
  return (
    <div className="probe-row">
      <Select
        size="small"
        showSearch
        value={format}
        options={FORMS.map((value) => ({ value, label: formOf(value).title }))}
        onChange={setFormat}
        popupMatchSelectWidth={false}
        aria-label="form of the file"
      />
      <Button
        size="small"
        loading={isBusy && wanted.way === "save"}
        disabled={rows.length === 0}
        onClick={() => ask("save")}
      >
        Save {plural(rows.length, "point")}
      </Button>
      <Button
        size="small"
        loading={isBusy && wanted.way === "copy"}
        disabled={rows.length === 0 || rows.length > MOST_COPIED}
        onClick={() => ask("copy")}
      >
        Copy
      </Button>
      {problem !== null && <span className="warning">{problem}</span>}
    </div>
  );
}
