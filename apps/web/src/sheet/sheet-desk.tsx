"use client";

import { transformPoint } from "@vertexon/geometry";
import {
  addProbePoint,
  axisSenseEdits,
  type DriverPlace,
  type Handle,
  type ImportPlan,
  moveHandle,
  type Span,
  type TextEdit,
  type VertexChange,
  VertexChangeError,
  vertexEdits,
  writeNumber,
} from "@vertexon/notation";
import { App, Button, Splitter } from "antd";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { request } from "@/client/request";
import { plural } from "@/format/numbers";
import type { SheetView } from "@/worker/views";
import { AttachedFiles } from "./import/attached-files";
import { ImportDialog, type ImportText } from "./import/import-dialog";
import { useDroppedText } from "./import/use-dropped-text";
import { Mistakes } from "./mistakes";
import { Plan } from "./plan/plan";
import {
  type HandleRef,
  type Lit,
  type NamedShape,
  type Overlay,
  type Picked,
  results,
  shapeBehind,
  shapesOf,
} from "./plan/scene";
import { Rail } from "./rail";
import { appendedLine, freshName } from "./script/append";
import { ScriptEditor, type ScriptHandle } from "./script/script-editor";
import { ScriptMenu } from "./script/script-menu";
import type { SheetData } from "./sheet-data";
import { SheetHeader } from "./sheet-header";
import { type SaveState, SheetSaver } from "./sheet-saver";
import { CombineStation } from "./stations/combine";
import type { StationProps } from "./stations/context";
import { DefineStation } from "./stations/define/define";
import { FieldStation } from "./stations/field";
import { FlattenStation } from "./stations/flatten";
import { HandoffStation } from "./stations/handoff";
import { ProbeStation } from "./stations/probe";
import { type Station, stations } from "./stations/station";
import { useAttachments } from "./use-attachments";
import { useEvaluation } from "./use-evaluation";
import { useImages } from "./use-images";

type Edits = (view: SheetView, script: string) => TextEdit[] | null;

interface Props {
  sheet: SheetData;
  onReload(sheet: SheetData): void;
}

/** The sheet view: plan, rail, script and panel around one script. */
export function SheetDesk({ sheet, onReload }: Props) {
  const { message } = App.useApp();
  const [script, setScript] = useState(sheet.script);
  const [name, setName] = useState(sheet.name);
  const [station, setStation] = useState<Station>("define");
  const [chosen, setChosen] = useState<string | null>(null);
  const [lit, setLit] = useState<Lit>({});
  const [overlay, setOverlay] = useState<Overlay>({});
  const [picked, setPicked] = useState<Picked | null>(null);
  const [saveState, setSaveState] = useState<SaveState>({ kind: "saved", at: new Date(sheet.changedAt) });
  const [ownInterval, setInterval] = useState<number | null>(null);
  const editor = useRef<ScriptHandle>(null);
  const attachments = useAttachments(sheet.id);
  const [importing, setImporting] = useState<ImportText | null>(null);
  const drop = useDroppedText(setImporting);
  const evaluation = useEvaluation(script, attachments.files);
  const { evaluated, thread, busy, problem } = evaluation;
  const view = evaluated?.view ?? null;
  const images = useImages(view, attachments.files);

  const saver = useMemo(() => new SheetSaver(sheet.id, sheet.revision, setSaveState), [sheet.id, sheet.revision]);
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      saver.flush();
      if (saver.unsaved) event.preventDefault();
    };
    window.addEventListener("beforeunload", leave);
    return () => {
      window.removeEventListener("beforeunload", leave);
      saver.close();
    };
  }, [saver]);

  const change = useCallback(
    (text: string) => {
      setScript(text);
      saver.change({ script: text });
    },
    [saver],
  );

  // Edits need positions in the very text that is there; while that is being evaluated, the newest edit waits.
  const waiting = useRef<{ edits: Edits; drag: boolean; ended: boolean } | null>(null);
  const latest = useRef(evaluated);
  latest.current = evaluated;
  const edit = useCallback((edits: Edits, { drag = false }: { drag?: boolean } = {}) => {
    const handle = editor.current;
    const now = latest.current;
    if (!handle) return;
    if (!now || now.script !== handle.text()) {
      waiting.current = { edits, drag, ended: false };
      return;
    }
    waiting.current = null; // an older one must not come after this
    const changes = edits(now.view, now.script);
    if (changes?.length) handle.edit(changes, { drag });
  }, []);
  const endDrag = useCallback(() => {
    // A drag's last edit may still wait: it belongs to the drag.
    if (waiting.current) waiting.current.ended = true;
    else editor.current?.newStep();
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when an evaluation has ended
  useEffect(() => {
    const next = waiting.current;
    waiting.current = null;
    if (!next) return;
    edit(next.edits, { drag: next.drag });
    if (next.ended) endDrag();
  }, [evaluated]);

  const choose = useCallback((wanted: string) => {
    setChosen(wanted);
    const now = latest.current?.view;
    const name = now && (shapesOf(now).find((each) => each.name === wanted)?.definition ?? wanted);
    const definition = now?.definitions.find((each) => each.name === name);
    if (definition) editor.current?.reveal(definition.nameSpan);
  }, []);

  const followCursor = useCallback((position: number) => {
    const now = latest.current;
    if (!now || now.script !== editor.current?.text()) return;
    const here = now.view.definitions.find(({ span }) => position >= span.from && position <= span.to);
    if (here?.value) setChosen(here.name);
  }, []);

  const shape = useMemo(() => {
    if (!view) return null;
    const behind = shapeBehind(view, chosen);
    return station === "combine" ? combined(view, behind) : behind;
  }, [view, chosen, station]);

  const take = useCallback(
    (handle: HandleRef) => {
      const has = latest.current?.view.definitions.find(({ name: n }) => n === handle.definition)?.handles[
        handle.index
      ];
      if (!has) return null;
      editor.current?.newStep();
      setChosen(handle.definition);
      return {
        move(x: number, y: number, decimals: number) {
          edit(
            (current) => {
              const definition = current.definitions.find((each) => each.name === handle.definition);
              const spot = definition?.handles[handle.index];
              if (!definition || !spot) return null;
              return moveHandle(spot, (other) => driverPlace(current, other ?? handle.definition), x, y, decimals);
            },
            { drag: true },
          );
        },
        release: endDrag,
      };
    },
    [edit, endDrag],
  );

  const probe = useCallback(
    (x: number, y: number) => {
      edit((current, text) => {
        const asked = shapeBehind(current, chosen);
        if (!asked) return null;
        const [px, py] = [writeNumber(x, 2), writeNumber(y, 2)];
        const existing = current.definitions.find(({ value }) => value?.type === "probe" && value.shape === asked.name);
        const { from, to } = existing?.span ?? { from: 0, to: 0 };
        const added = existing && addProbePoint(text.slice(from, to), from, px, py);
        if (added) return [added];
        return appendedLine(text, `${freshName(current, "asked")} = probe(${asked.name}, at: (${px}, ${py}))`);
      });
    },
    [edit, chosen],
  );

  const changeVertices = useCallback(
    (change: VertexChange) => {
      edit((current, text) => {
        const now = shapeBehind(current, chosen);
        const definition = current.definitions.find((each) => each.name === now?.definition);
        if (definition?.value?.type !== "shape") return null;
        try {
          const { from, to } = definition.span;
          return vertexEdits(text.slice(from, to), from, definition.value, change);
        } catch (error) {
          if (!(error instanceof VertexChangeError)) throw error;
          message.info(error.message);
          return null;
        }
      });
    },
    [edit, chosen, message],
  );
  const removePicked = useCallback(() => {
    const corner = picked?.corner;
    if (!corner) return;
    changeVertices({ kind: "remove", subpath: corner.subpath, corner: corner.index });
    setPicked(null);
  }, [changeVertices, picked]);

  const nudge = useCallback(
    (dx: number, dy: number) => {
      edit((current) => {
        const found = picked && handleOf(current, picked);
        if (!found) {
          message.info("It follows from what computes it: change that in the script");
          return null;
        }
        const { handle, definition } = found;
        const [x, y] = transformPoint(handle.map, handle.x, handle.y);
        return moveHandle(handle, (other) => driverPlace(current, other ?? definition), x + dx, y + dy, 9);
      });
    },
    [edit, picked, message],
  );

  const addOutline = useCallback(
    (corners: readonly { x: number; y: number }[]) => {
      const points = corners.map(({ x, y }) => `(${writeNumber(x, 12)}, ${writeNumber(y, 12)})`).join(", ");
      edit((current, text) => appendedLine(text, `${freshName(current, "outline")} = polygon(${points})`));
    },
    [edit],
  );

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest(".cm-editor, input, textarea, select, [contenteditable=true]")) return;
      if (event.ctrlKey || event.metaKey || event.altKey) {
        if (event.altKey || event.key.toLowerCase() !== "z") return;
        event.preventDefault();
        if (event.shiftKey) editor.current?.redo();
        else editor.current?.undo();
        return;
      }
      const index = Number(event.key) - 1;
      if (stations[index]) setStation(stations[index].key);
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, []);

  const saveCopy = async () => {
    try {
      const files = attachments.files ?? [];
      const body = { name: `${name.slice(0, 108)} (my copy)`, note: sheet.note, script, attachments: files };
      const made = await request<SheetData>("POST", "/api/sheets", body);
      saver.discard();
      window.location.assign(`/sheets/${made.id}`);
    } catch (error) {
      message.error((error as Error).message);
    }
  };
  const loadNewest = async () => {
    try {
      const newest = await request<SheetData>("GET", `/api/sheets/${sheet.id}`);
      saver.discard();
      onReload(newest);
    } catch (error) {
      message.error((error as Error).message);
    }
  };

  const lightText = useCallback((span: Span | null) => editor.current?.light(span), []);

  const takeImport = async ({ statements, attachments: files }: ImportPlan) => {
    await attachments.add(files);
    const lines = statements.map(({ text }) => text).join("\n");
    edit((_, text) => appendedLine(text, lines));
    const last = statements.at(-1);
    if (last) setChosen(last.name);
  };

  const reach = useMemo(() => fieldReach(view, shape?.name ?? null), [view, shape]);
  const interval = ownInterval ?? niceInterval(reach, view);
  const count = (severity: "error" | "warning"): number =>
    view?.diagnostics.filter((each) => each.severity === severity).length ?? 0;

  const panelProps: StationProps | null =
    view && thread
      ? {
          view,
          script: evaluated?.script ?? "",
          thread,
          chosen,
          shape,
          picked,
          attachments,
          onChoose: choose,
          onPick: setPicked,
          onVertices: changeVertices,
          onLight: setLit,
          onOverlay: setOverlay,
          onLightText: lightText,
          onEdit: edit,
          onEndDrag: endDrag,
        }
      : null;

  return (
    <div className="desk" {...drop.handlers}>
      <SheetHeader
        name={name}
        note={sheet.note}
        saveState={saveState}
        onRename={(next) => {
          setName(next);
          saver.change({ name: next });
        }}
        onLoadNewest={loadNewest}
        onSaveCopy={saveCopy}
      />
      <Splitter className="desk-body">
        <Splitter.Panel defaultSize="57%" min="30%">
          {view && thread ? (
            <Plan
              view={view}
              thread={thread}
              station={station}
              chosen={chosen}
              shape={shape}
              lit={lit}
              overlay={overlay}
              picked={picked}
              images={images}
              interval={interval}
              reach={reach}
              onChoose={choose}
              onProbe={probe}
              onOutline={addOutline}
              onPick={setPicked}
              onInsert={(subpath, corner, x, y, decimals) =>
                changeVertices({ kind: "insert", subpath, corner, x, y, decimals })
              }
              onRemove={removePicked}
              onNudge={nudge}
              onTake={take}
              onFlip={() => edit((current, text) => axisSenseEdits(text, !current.plan.yDown))}
            />
          ) : (
            <div className="plan-waiting">Evaluating the script …</div>
          )}
        </Splitter.Panel>
        <Splitter.Panel min={460}>
          <div className="desk-right">
            <Rail view={view} shape={shape} station={station} onStation={setStation} />
            <Splitter orientation="vertical" className="desk-column">
              <Splitter.Panel defaultSize="46%" min={90}>
                <div className="script-pane">
                  <header className="script-head">
                    <strong>Script</strong>
                    <span className="quiet">{view ? plural(shapesOf(view).length, "shape") : ""}</span>
                    <ScriptStatus
                      busy={busy}
                      problem={problem ?? attachments.problem}
                      onCancel={evaluation.cancel}
                      errors={count("error")}
                      warnings={count("warning")}
                    />
                    <span className="grow-end">
                      <Button size="small" type="text" title="Undo (Ctrl+Z)" onClick={() => editor.current?.undo()}>
                        Undo
                      </Button>
                      <Button
                        size="small"
                        type="text"
                        title="Redo (Ctrl+Shift+Z)"
                        onClick={() => editor.current?.redo()}
                      >
                        Redo
                      </Button>
                      <Button
                        size="small"
                        type="text"
                        title="Take over outlines and points from a file or the clipboard"
                        onClick={() => setImporting({ text: "", fileName: "" })}
                      >
                        Import
                      </Button>
                      <ScriptMenu editor={editor} />
                      <span className="quiet"> vertices · area</span>
                    </span>
                  </header>
                  <ScriptEditor
                    ref={editor}
                    initial={sheet.script}
                    evaluated={evaluated}
                    onChange={change}
                    onCursor={followCursor}
                  />
                </div>
              </Splitter.Panel>
              <Splitter.Panel min={120}>
                <div className="panel-pane">
                  {view && (
                    <Mistakes
                      diagnostics={view.diagnostics}
                      onShow={(span) => {
                        editor.current?.reveal(span);
                        editor.current?.focus();
                      }}
                      onMend={(diagnostic, label) =>
                        edit((current) => {
                          const same = current.diagnostics.find(
                            ({ from, message: text }) => from === diagnostic.from && text === diagnostic.message,
                          );
                          return same?.mends.find((mend) => mend.label === label)?.edits ?? null;
                        })
                      }
                      onLight={setLit}
                    />
                  )}
                  {panelProps && station === "define" && <DefineStation {...panelProps} />}
                  {panelProps && station === "flatten" && <FlattenStation {...panelProps} />}
                  {panelProps && station === "combine" && <CombineStation {...panelProps} />}
                  {panelProps && station === "probe" && <ProbeStation {...panelProps} />}
                  {panelProps && station === "field" && (
                    <FieldStation {...panelProps} interval={interval} onInterval={setInterval} />
                  )}
                  {panelProps && station === "handoff" && <HandoffStation {...panelProps} />}
                </div>
              </Splitter.Panel>
            </Splitter>
          </div>
        </Splitter.Panel>
      </Splitter>
      {drop.over && <div className="desk-drop">Drop the file to import what is in it</div>}
      {thread && (
        <ImportDialog
          thread={thread}
          start={importing}
          attachments={attachments.files ?? []}
          okText="Add to the script"
          onTake={takeImport}
          onClose={() => setImporting(null)}
        >
          <AttachedFiles attachments={attachments} script={script} />
        </ImportDialog>
      )}
    </div>
  );
}

interface StatusProps {
  busy: boolean;
  problem: string | null;
  errors: number;
  warnings: number;
  onCancel(): void;
}

function ScriptStatus({ busy, problem, errors, warnings, onCancel }: StatusProps) {
  if (busy)
    return (
      <span className="script-status">
        computing …{" "}
        <Button size="small" onClick={onCancel}>
          Cancel
        </Button>
      </span>
    );
  if (problem) return <span className="script-status warning">{problem}</span>;
  if (errors) return <span className="script-status mistake">{plural(errors, "mistake")}</span>;
  if (warnings) return <span className="script-status warning">{plural(warnings, "doubt")}</span>;
  return null;
}

/** The handle that was picked, or one that lies where the picked corner is. */
function handleOf(view: SheetView, { handle: ref, corner }: Picked): { handle: Handle; definition: string } | null {
  if (ref) {
    const handle = view.definitions.find(({ name }) => name === ref.definition)?.handles[ref.index];
    return handle ? { handle, definition: ref.definition } : null;
  }
  const shape = corner && shapesOf(view).find(({ name }) => name === corner.shape);
  const corners = shape?.shape.corners[corner?.subpath ?? 0];
  if (!corner || !shape || !corners) return null;
  const [x, y] = [corners[2 * corner.index], corners[2 * corner.index + 1]];
  const size = 1e-9 * (1 + Math.abs(x) + Math.abs(y));
  // Its own handles first: another one may happen to lie there.
  const inOrder = [...view.definitions].sort(
    (a, b) => Number(b.name === shape.definition) - Number(a.name === shape.definition),
  );
  for (const { name, handles } of inOrder)
    for (const handle of handles) {
      const [hx, hy] = transformPoint(handle.map, handle.x, handle.y);
      if (handle.role !== "number" && Math.hypot(hx - x, hy - y) < size) return { handle, definition: name };
    }
  return null;
}

/** Where the statement of a definition begins, and its number's range. */
function driverPlace(view: SheetView, name: string): DriverPlace | null {
  const definition = view.definitions.find((each) => each.name === name);
  return definition
    ? { from: definition.span.from, least: definition.number?.least, greatest: definition.number?.greatest }
    : null;
}

/** What the Combine station is about: the chosen shape if it is combined, or else the last one that is. */
function combined(view: SheetView, shape: NamedShape | null): NamedShape | null {
  if (shape?.shape.combination) return shape;
  return results(view).findLast((each) => each.shape.combination) ?? shape;
}

function fieldReach(view: SheetView | null, shape: string | null): number {
  for (const { value } of view?.definitions ?? [])
    if (value?.type === "field" && value.shape === shape) return value.reach;
  return Number.POSITIVE_INFINITY;
}

/** Contours a quarter of the reach apart, or about a twentieth of the plan in a round number. */
function niceInterval(reach: number, view: SheetView | null): number {
  if (Number.isFinite(reach)) return reach / 4;
  const size = view ? Math.min(view.plan.width, view.plan.height) : 100;
  const power = 10 ** Math.floor(Math.log10(size / 20));
  return ([1, 2, 5, 10].find((factor) => factor * power >= size / 20) ?? 10) * power;
}
