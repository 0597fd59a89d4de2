"use client";

import {
  axisSenseEdits,
  type Diagnostic,
  type ImportPlan,
  occurrencesAt,
  planBoxEdits,
  type Span,
} from "@vertexon/notation";
import { App, Splitter } from "antd";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { PartBoundary } from "@/client/part-boundary";
import { request } from "@/client/request";
import { useUncaught } from "@/client/use-uncaught";
import { PlanDigitsProvider, planDigits } from "@/format/plan-digits";
import type { SheetView } from "@/worker/views";
import { DeskColumn } from "./desk-column";
import { AttachedFiles } from "./import/attached-files";
import { ImportDialog, type ImportText } from "./import/import-dialog";
import { planAround } from "./import/plan-around";
import { useDroppedText } from "./import/use-dropped-text";
import { LivePlan } from "./plan/live-plan";
import { isAboutShape, type Lit, type Overlay, type Picked, shapeInQuestion, shapesOf } from "./plan/scene";
import { appendedLine } from "./script/append";
import type { ScriptHandle } from "./script/script-editor";
import type { SheetData } from "./sheet-data";
import { SheetHeader } from "./sheet-header";
import { type SaveState, SheetSaver } from "./sheet-saver";
import type { ClickedName, StationProps } from "./stations/context";
import { type Station, stations } from "./stations/station";
import { useAttachments } from "./use-attachments";
import { useEvaluation } from "./use-evaluation";
import { useImages } from "./use-images";
import { usePlanEdits } from "./use-plan-edits";
import { useScriptEdits } from "./use-script-edits";

interface Props {
  sheet: SheetData;
  onReload(sheet: SheetData): void;
  /** Every text of the script, so that it is not lost with the view. */
  onText(script: string): void;
}

/** The sheet view: plan, rail, script and panel around one script. */
export function SheetDesk({ sheet, onReload, onText }: Props) {
  const { message } = App.useApp();
  const [name, setName] = useState(sheet.name);
  const [station, setStation] = useState<Station>("define");
  const [chosen, setChosen] = useState<string | null>(null);
  const [lit, setLit] = useState<Lit>({});
  const [overlay, setOverlay] = useState<Overlay>({});
  const [clickedName, setClickedName] = useState<ClickedName | null>(null);
  const [picked, setPicked] = useState<Picked | null>(null);
  const [saveState, setSaveState] = useState<SaveState>({ kind: "saved", at: new Date(sheet.changedAt) });
  const [ownInterval, setInterval] = useState<number | null>(null);
  const editor = useRef<ScriptHandle>(null);
  const attachments = useAttachments(sheet.id);
  const [importing, setImporting] = useState<ImportText | null>(null);
  const drop = useDroppedText(setImporting);
  const evaluation = useEvaluation(sheet.script, attachments.files);
  const { live, evaluated, thread, busy, problem, evaluate, setCalm, cancel: cancelEvaluation } = evaluation;
  const view = evaluated?.view ?? null;
  const { width = 320, height = 240 } = view?.plan ?? {};
  const digits = useMemo(() => planDigits({ width, height }), [width, height]);
  const images = useImages(view, attachments.files);

  const saver = useMemo(() => {
    // The same news again is none.
    const report = (state: SaveState) =>
      setSaveState((now) => (now.kind === "waiting" && state.kind === "waiting" ? now : state));
    return new SheetSaver(sheet.id, sheet.revision, report);
  }, [sheet.id, sheet.revision]);
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

  useUncaught(message.error);
  const { edit, endDrag, forget } = useScriptEdits(editor, live, evaluate);
  const cancel = useCallback(() => {
    forget();
    cancelEvaluation();
  }, [forget, cancelEvaluation]);
  const change = useCallback(
    (text: string) => {
      forget();
      onText(text);
      evaluate(text);
      saver.change({ script: text });
    },
    [saver, evaluate, forget, onText],
  );

  const choose = useCallback(
    (wanted: string) => {
      const now = live.current?.view;
      if (!now || isAboutShape(now, wanted)) setChosen(wanted);
      const name = now && (shapesOf(now).find((each) => each.name === wanted)?.definition ?? wanted);
      const definition = now?.definitions.find((each) => each.name === name);
      if (definition) editor.current?.reveal(definition.nameSpan);
    },
    [live],
  );

  const followCursor = useCallback(
    (position: number, clicked: boolean) => {
      const now = live.current;
      if (!now || now.script !== editor.current?.text()) return;
      if (clicked)
        setClickedName((before) => ({
          name: occurrencesAt(now.script, position)?.name ?? "",
          times: (before?.times ?? 0) + 1,
        }));
      const here = now.view.definitions.find(({ span }) => position >= span.from && position <= span.to);
      if (here?.value && isAboutShape(now.view, here.name)) setChosen(here.name);
    },
    [live],
  );

  const shape = useMemo(() => view && shapeInQuestion(view, chosen, station), [view, chosen, station]);

  const setMoving = useCallback(
    (moving: boolean) => {
      setCalm(moving);
      saver.hold(moving);
    },
    [setCalm, saver],
  );
  const take = useCallback(
    (wanted: string) => {
      const now = live.current?.view;
      if (!now || isAboutShape(now, wanted)) setChosen(wanted);
    },
    [live],
  );
  const planEdits = usePlanEdits({
    edit,
    endDrag,
    editor,
    live,
    thread,
    onMoving: setMoving,
    chosen,
    picked,
    onChoose: take,
    onPick: setPicked,
  });
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

  const rename = useCallback(
    (next: string) => {
      setName(next);
      saver.change({ name: next });
    },
    [saver],
  );
  const saveCopy = useCallback(async () => {
    try {
      const files = (attachments.files ?? []).map((file) => ({ name: file.name, content: file.content }));
      const body = {
        name: `${name.slice(0, 108)} (my copy)`,
        note: sheet.note,
        script: editor.current?.text() ?? sheet.script,
        attachments: files,
      };
      const made = await request<SheetData>("POST", "/api/sheets", body);
      saver.discard();
      window.location.assign(`/sheets/${made.id}`);
    } catch (error) {
      void message.error((error as Error).message);
    }
  }, [attachments.files, name, sheet, saver, message]);
  const loadNewest = useCallback(async () => {
    try {
      const newest = await request<SheetData>("GET", `/api/sheets/${sheet.id}`);
      saver.discard();
      onReload(newest);
    } catch (error) {
      void message.error((error as Error).message);
    }
  }, [sheet.id, saver, onReload, message]);

  const show = useCallback((span: Span) => {
    editor.current?.reveal(span);
    editor.current?.focus();
  }, []);
  const mend = useCallback(
    (diagnostic: Diagnostic, label: string) =>
      edit((now) => {
        const same = now.diagnostics.find(
          ({ from, message: text }) => from === diagnostic.from && text === diagnostic.message,
        );
        return same?.mends.find((each) => each.label === label)?.edits ?? null;
      }),
    [edit],
  );
  const lightText = useCallback((span: Span | null) => editor.current?.light(span), []);

  const takeImport = async (plan: ImportPlan, { lines, fits }: { lines: string[]; fits: boolean }) => {
    await attachments.add(
      plan.attachments.filter(({ name: file }) => lines.some((line) => line.includes(`"${file}"`))),
    );
    edit((now, text) => {
      const added = appendedLine(text, lines.join("\n"));
      if (!fits) return added;
      const sense = now.plan.yDown && plan.yUp ? axisSenseEdits(text, false) : [];
      return [...planBoxEdits(text, planAround(plan.bounds)), ...sense, ...added];
    });
    const last = /^\w+/.exec(lines.at(-1) ?? "")?.[0];
    if (last) setChosen(last);
  };

  const reach = useMemo(() => fieldReach(view, shape?.name ?? null), [view, shape]);
  const interval = ownInterval ?? niceInterval(reach, view);

  const { changeVertices, moving } = planEdits;
  const computing = busy !== null;
  const current = useMemo(() => {
    if (!view || !thread || !evaluated) return null;
    const { script } = evaluated;
    const props: StationProps = {
      view,
      script,
      thread,
      computing,
      chosen,
      shape,
      picked,
      clickedName,
      moving,
      attachments,
      onChoose: choose,
      onPick: setPicked,
      onVertices: changeVertices,
      onLight: setLit,
      onOverlay: setOverlay,
      onLightText: lightText,
      onEdit: edit,
      onEndDrag: endDrag,
    };
    return { station, props, interval, onInterval: setInterval };
  }, [
    evaluated,
    view,
    thread,
    computing,
    chosen,
    shape,
    picked,
    clickedName,
    moving,
    attachments,
    station,
    interval,
    choose,
    changeVertices,
    lightText,
    edit,
    endDrag,
  ]);
  const openImport = useCallback(() => setImporting({ text: "", fileName: "" }), []);

  return (
    <PlanDigitsProvider value={digits}>
      <div className="desk" {...drop.handlers}>
        <SheetHeader
          name={name}
          note={sheet.note}
          saveState={saveState}
          onRename={rename}
          onLoadNewest={loadNewest}
          onSaveCopy={saveCopy}
        />
        <Splitter className="desk-body">
          <Splitter.Panel defaultSize="47%" min="30%">
            {thread ? (
              <LivePlan
                live={live}
                thread={thread}
                station={station}
                chosen={chosen}
                lit={lit}
                overlay={overlay}
                picked={picked}
                images={images}
                interval={interval}
                reach={reach}
                onChoose={choose}
                onPick={setPicked}
                onProbe={planEdits.probe}
                onOutline={planEdits.addOutline}
                onInsert={planEdits.insert}
                onRemove={planEdits.removePicked}
                onNudge={planEdits.nudge}
                onFixed={planEdits.sayFixed}
                onFlip={planEdits.flip}
                onTake={planEdits.take}
              />
            ) : (
              <div className="plan-waiting">Evaluating the script …</div>
            )}
          </Splitter.Panel>
          <Splitter.Panel min={460}>
            <DeskColumn
              side={current}
              station={station}
              busy={busy}
              problem={problem ?? attachments.problem}
              editor={editor}
              initial={sheet.script}
              evaluated={evaluated}
              onStation={setStation}
              onCancel={cancel}
              onImport={openImport}
              onChange={change}
              onCursor={followCursor}
              onShow={show}
              onMend={mend}
              onLight={setLit}
            />
          </Splitter.Panel>
        </Splitter>
        {drop.over && <div className="desk-drop">Drop the file to import what is in it</div>}
        {thread && importing && (
          <PartBoundary part="the import" about={importing}>
            <ImportDialog
              thread={thread}
              start={importing}
              attachments={attachments.files ?? []}
              onto={view?.plan ?? null}
              okText="Add to the script"
              onTake={takeImport}
              onClose={() => setImporting(null)}
            >
              <AttachedFiles attachments={attachments} script={evaluated?.script ?? sheet.script} />
            </ImportDialog>
          </PartBoundary>
        )}
      </div>
    </PlanDigitsProvider>
  );
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
