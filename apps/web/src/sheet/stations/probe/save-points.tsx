import { formOf, type HandoffFormat, handoffForms } from "@vertexon/geometry";
import { Button, Select } from "antd";
import { useEffect, useState } from "react";
import { saveFile } from "@/client/save-file";
import { plural } from "@/format/numbers";
import type { ProbedPoints } from "@/worker/probed-points";
import { useAnswers } from "../../model/answers";
import { useLongQuestion } from "../../model/use-question";
import { chosenOf, type PointSet } from "./point-set";

/** The listed points with their answers, as a file in any form that holds points. */
export function SavePoints({ set, rows, name }: { set: PointSet; rows: Uint32Array; name: string }) {
  const { view, thread } = useAnswers();
  const [format, setFormat] = useState<HandoffFormat>("csv");
  const [wanted, setWanted] = useState<{ points: ProbedPoints; format: HandoffFormat } | null>(null);
  const { answered, isNewest, problem } = useLongQuestion(
    { thread, view },
    "pointsText",
    wanted && { ...wanted, name },
  );
  const text = isNewest ? (answered?.answer ?? null) : null;
  useEffect(() => {
    if (!text || !wanted) return;
    saveFile(text.file, text.content, formOf(wanted.format).mediaType);
    setWanted(null);
  }, [text, wanted]);
  const forms = (Object.keys(handoffForms) as HandoffFormat[]).filter(
    (key) => formOf(key).holds.kinds.includes("points") && key !== "template",
  );
  return (
    <div className="probe-row">
      <Select
        size="small"
        value={format}
        options={forms.map((value) => ({ value, label: formOf(value).title }))}
        onChange={setFormat}
        popupMatchSelectWidth={false}
        aria-label="form of the file"
      />
      <Button
        size="small"
        loading={wanted !== null && problem === null}
        disabled={rows.length === 0}
        onClick={() => setWanted({ points: chosenOf(set, rows), format })}
      >
        Save {plural(rows.length, "point")}
      </Button>
      {problem !== null && <span className="warning">{problem}</span>}
    </div>
  );
}
