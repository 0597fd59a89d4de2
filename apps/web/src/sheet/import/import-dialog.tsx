"use client";

import type { Attachment, ImportPlan } from "@vertexon/notation";
import { Alert, Button, Input, Modal, Upload } from "antd";
import { type ReactNode, useEffect, useState } from "react";
import { plural } from "@/format/numbers";
import type { SheetThread } from "@/worker/sheet-thread";
import { useQuestion } from "../use-question";

/** A text to be taken over, and the name of the file that it comes from; no name for a pasted one. */
export interface ImportText {
  text: string;
  fileName: string;
}

interface Props {
  thread: SheetThread;
  /** What the dialog opens with; null while it is closed. */
  start: ImportText | null;
  attachments: readonly Attachment[];
  okText: string;
  onTake(plan: ImportPlan): Promise<void>;
  onClose(): void;
  children?: ReactNode;
}

const KINDS = "SVG, path data, WKT, GeoJSON, CSV of points, coordinate arrays from source code";

/** Shows what a pasted or dropped text would add to the sheet, line by line, before it is added. */
export function ImportDialog({ thread, start, attachments, okText, onTake, onClose, children }: Props) {
  const [given, setGiven] = useState<ImportText>({ text: "", fileName: "" });
  const [taking, setTaking] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  useEffect(() => {
    if (start) setGiven(start);
    setRefused(null);
  }, [start]);
  const found = useImportPlan(thread, start ? given : null, attachments);
  const plan = found && !("problem" in found) ? found : null;

  const read = async (file: File) => setGiven({ text: await file.text(), fileName: file.name });
  const take = async () => {
    if (!plan) return;
    setTaking(true);
    try {
      await onTake(plan);
      onClose();
    } catch (error) {
      setRefused((error as Error).message);
    } finally {
      setTaking(false);
    }
  };
  return (
    <Modal
      open={start !== null}
      title="Import outlines and points"
      width={760}
      okText={okText}
      okButtonProps={{ disabled: !plan?.statements.length, loading: taking }}
      onOk={take}
      onCancel={onClose}
      destroyOnHidden
    >
      <div className="import">
        <Upload.Dragger
          accept=".svg,.json,.geojson,.wkt,.csv,.tsv,.txt,.js,.ts,.c,.h,.cpp,.cs,.py,.rs,.glsl"
          showUploadList={false}
          beforeUpload={(file) => {
            void read(file);
            return false;
          }}
        >
          {given.fileName ? (
            <span className="mono">{given.fileName}</span>
          ) : (
            "Drop a file here, or click to choose one; or paste its text below"
          )}
        </Upload.Dragger>
        <Input.TextArea
          autoFocus
          className="mono import-text"
          aria-label="Text to import"
          placeholder={KINDS}
          rows={6}
          value={given.text.length > SHOWN ? `${given.text.slice(0, SHOWN)}\n…` : given.text}
          readOnly={given.text.length > SHOWN}
          onChange={(event) => setGiven({ text: event.target.value, fileName: "" })}
        />
        {given.text.length > SHOWN && (
          <p className="quiet">
            The beginning of {plural(given.text.length, "character")}.{" "}
            <Button size="small" onClick={() => setGiven({ text: "", fileName: "" })}>
              Clear
            </Button>
          </p>
        )}
        {refused && <Alert type="error" title={refused} />}
        {found && "problem" in found && <Alert type="warning" title={found.problem} data-testid="import-problem" />}
        {plan && <PlanPreview plan={plan} />}
        {children}
      </div>
    </Modal>
  );
}

/** A longer text is read whole but shown as its beginning only. */
const SHOWN = 20_000;

function PlanPreview({ plan }: { plan: ImportPlan }) {
  const { source, statements, attachments, notes } = plan;
  const vertices = statements.reduce((sum, each) => sum + each.vertices, 0);
  return (
    <section aria-label="What will be added" data-testid="import-preview">
      <p>
        <strong>{source}</strong>: {plural(statements.length, "definition")}, {plural(vertices, "vertex", "vertices")}
        {attachments.length > 0 && <>, {plural(attachments.length, "attachment")}</>}
      </p>
      <pre className="handoff-text import-lines">{statements.map(({ text }) => text).join("\n")}</pre>
      {attachments.length > 0 && (
        <p className="quiet">
          Attached to the sheet:{" "}
          {attachments.map(({ name, content }) => `${name} (${plural(content.length, "character")})`).join(", ")}
        </p>
      )}
      {notes.length > 0 && (
        <div className="import-notes">
          <strong>Not taken over as it stands</strong>
          <ul>
            {notes.map((note) => (
              <li key={note}>{note}</li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

/** Asks the worker what a text would add, a moment after it last changed. */
function useImportPlan(
  thread: SheetThread,
  given: ImportText | null,
  attachments: readonly Attachment[],
): ImportPlan | { problem: string } | null {
  const [text, fileName] = [given?.text ?? "", given?.fileName ?? ""];
  const { answered, problem } = useQuestion<
    { view: null; text: string; fileName: string; attachments: readonly Attachment[] },
    ImportPlan | { problem: string }
  >(
    thread,
    text.trim() ? { view: null, text, fileName, attachments } : null,
    (service, asked) => service.planImport(asked.text, asked.fileName, [...asked.attachments]),
    { rest: 150 },
  );
  return problem === null ? (answered?.answer ?? null) : { problem };
}
