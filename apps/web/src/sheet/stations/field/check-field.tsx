import { Button, Progress } from "antd";
import { useMemo, useRef, useState } from "react";
import type { RawForm } from "@/worker/field-file";
import { useAnswers } from "../../model/answers";
import { useLayer } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { CheckVerdict } from "./check-verdict";
import { RawNumbers } from "./raw-numbers";

/** A field that another program computed, held against ours: how it maps to the plan, where it differs, and why. */
export function CheckField({ name }: { name: string }) {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [raw, setRaw] = useState<RawForm | null>(null);
  const { x, y, width, height, unit, yDown } = resting.plan;
  const box = useMemo(() => ({ x, y, width, height }), [x, y, width, height]);
  const asked = file && { name, file, raw, box, yDown };
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
      {found && <CheckVerdict found={found} name={name} unit={unit} />}
    </>
  );
}
