"use client";

import type { Bounds } from "@vertexon/geometry";
import type { Attachment, ImportPlan, PlanSettings } from "@vertexon/notation";
import { Alert, Button, Checkbox, Input, Modal, Radio, Table, Upload } from "antd";
import { type ReactNode, useEffect, useState } from "react";
import { fixed, plural } from "@/format/numbers";
import type { SheetThread } from "@/worker/sheet-thread";
import { useQuestion } from "../model/use-question";
import { boxText, planAround } from "./plan-around";
import "./import.css";

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
  /** The plan that it comes to; null for one that is made for it. */
  onto: PlanSettings | null;
  okText: string;
  /** `fits` asks for a plan that fits what comes. */
  onTake(plan: ImportPlan, choice: { lines: string[]; fits: boolean }): Promise<void>;
  onClose(): void;
  children?: ReactNode;
}

const KINDS =
  "SVG, path data, CSS shapes, WKT, GeoJSON, CSV of points, coordinate arrays or canvas calls from source code";

/** Shows what a pasted or dropped text would add to the sheet, line by line, before it is added. */
export function ImportDialog({ thread, start, attachments, onto, okText, onTake, onClose, children }: Props) {
  const [given, setGiven] = useState<ImportText>({ text: "", fileName: "" });
  const [taking, setTaking] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  useEffect(() => {
    if (start) setGiven(start);
    setRefused(null);
  }, [start]);
  const found = useImportPlan(thread, start ? given : null, attachments);
  const plan = found && !("problem" in found) ? found : null;
  const [chosen, setChosen] = useState<{ of: ImportPlan; names: readonly string[] | null } | null>(null);
  /** The definitions that are taken, or null for all outlines as one list. */
  const names = chosen && chosen.of === plan ? chosen.names : plan?.list ? null : (plan?.statements.map(nameOf) ?? []);
  const [fitsAsked, setFits] = useState<boolean | null>(null);
  const isOutside = plan !== null && onto !== null && !isWithin(plan.bounds, onto);
  const fits = isOutside && (fitsAsked ?? true);

  const read = async (file: File) => setGiven({ text: await file.text(), fileName: file.name });
  const take = async () => {
    if (!plan) return;
    setTaking(true);
    try {
      await onTake(plan, { lines: linesOf(plan, names), fits });
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
      centered
      okText={okText}
      okButtonProps={{ disabled: !plan || linesOf(plan, names).length === 0, loading: taking }}
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
          rows={given.fileName ? 3 : 6}
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
        {plan && (
          <PlanPreview
            plan={plan}
            names={names}
            isMirrored={onto?.yDown === true && plan.yUp && !fits}
            onNames={(next) => setChosen({ of: plan, names: next })}
          />
        )}
        {isOutside && (
          <Checkbox checked={fits} onChange={(event) => setFits(event.target.checked)}>
            <span data-testid="import-fits">
              Let the plan reach over it: {boxText(planAround(plan.bounds))}, y{" "}
              {onto.yDown && !plan.yUp ? "down" : "up"}
            </span>
          </Checkbox>
        )}
        {children}
      </div>
    </Modal>
  );
}

const MIRRORED = "y usually grows upwards in such texts and downwards on this plan: what comes may stand upside down";

/** A longer text is read whole but shown as its beginning only. */
const SHOWN = 20_000;

function nameOf({ name }: { name: string }): string {
  return name;
}

function linesOf({ statements, list }: ImportPlan, names: readonly string[] | null): string[] {
  if (names === null) return list ? [list.text] : [];
  return statements.filter(({ name }) => names.includes(name)).map(({ text }) => text);
}

function isWithin(box: Bounds | null, { x, y, width, height }: PlanSettings): boolean {
  return !box || (box.minX >= x && box.minY >= y && box.maxX <= x + width && box.maxY <= y + height);
}

interface PreviewProps {
  plan: ImportPlan;
  names: readonly string[] | null;
  /** Whether its y grows the other way than the plan's. */
  isMirrored: boolean;
  onNames(names: readonly string[] | null): void;
}

/** What was found as a table to choose from, and the lines that come of it. */
function PlanPreview({ plan, names, isMirrored, onNames }: PreviewProps) {
  const { source, statements, list, attachments } = plan;
  const notes = isMirrored ? [...plan.notes, MIRRORED] : plan.notes;
  const vertices = statements.reduce((sum, each) => sum + each.vertices, 0);
  return (
    <section aria-label="What will be added" data-testid="import-preview">
      <p className="import-found">
        <strong>{source}</strong>:{" "}
        {plural(statements.length, "outline or list of points", "outlines and lists of points")},{" "}
        {plural(vertices, "vertex", "vertices")}
        {attachments.length > 0 && <>; {attachments.map(({ name }) => name).join(", ")} is attached to the sheet</>}
      </p>
      {list && (
        <Radio.Group
          value={names === null}
          onChange={(event) => onNames(event.target.value ? null : statements.map(nameOf))}
          options={[
            { value: true, label: `one list, ${list.name}` },
            { value: false, label: "chosen ones, each with a name" },
          ]}
        />
      )}
      {statements.length > 1 && (
        <Table
          size="small"
          virtual
          pagination={false}
          rowKey="name"
          scroll={{ y: 150, x: 620 }}
          dataSource={statements}
          rowSelection={
            names === null
              ? undefined
              : { selectedRowKeys: [...names], onChange: (keys) => onNames(keys.map(String)), columnWidth: 36 }
          }
          columns={[
            { title: "name", dataIndex: "name", className: "mono", ellipsis: true },
            { title: "vertices", align: "right", width: 110, render: (_, row) => fixed(row.vertices, 0) },
            {
              title: "area",
              align: "right",
              width: 150,
              render: (_, row) => (row.area === null ? "—" : fixed(row.area, 2)),
            },
          ]}
        />
      )}
      <pre className="handoff-text import-lines">{linesOf(plan, names).join("\n").slice(0, SHOWN)}</pre>
      {notes.length > 0 && (
        <div className="import-notes">
          <strong>Left out, or read in one of several ways</strong>
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
  const { answered, problem } = useQuestion(
    { thread, view: null },
    "importPlan",
    text.trim() ? { text, fileName, attachments } : null,
    { rest: 150 },
  );
  return problem === null ? (answered?.answer ?? null) : { problem };
}
