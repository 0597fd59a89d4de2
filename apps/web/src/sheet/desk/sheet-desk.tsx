"use client";

import { App, Splitter } from "antd";
import { useCallback, useMemo, useRef, useState } from "react";
import { useUncaught } from "@/client/use-uncaught";
import { PlanDigitsProvider, planDigits } from "@/format/plan-digits";
import type { ImportText } from "../import/import-dialog";
import { useDroppedText } from "../import/use-dropped-text";
import { type Answers, AnswersContext, LiveContext } from "../model/answers";
import { AttachedContext } from "../model/attached";
import { ChoiceContext } from "../model/choice";
import { type Edits, EditsContext } from "../model/edits";
import { KeptContext } from "../model/kept";
import { LayersProvider, useOwnLayers } from "../model/layers";
import type { Station } from "../model/station";
import { LivePlan } from "../plan/live-plan";
import type { ScriptHandle } from "../script/script-editor";
import type { SheetData } from "../sheet-data";
import { stations } from "../stations";
import { DeskColumn } from "./desk-column";
import { DeskImport } from "./desk-import";
import { SheetHeader } from "./sheet-header";
import { useAttachments } from "./use-attachments";
import { useEvaluation } from "./use-evaluation";
import { useImages } from "./use-images";
import { useKeys } from "./use-keys";
import { useOwnChoice } from "./use-own-choice";
import { useSaving } from "./use-saving";
import { useScriptEdits } from "./use-script-edits";
import "./desk.css";

interface Props {
  sheet: SheetData;
  onReload(sheet: SheetData): void;
  /** Every text of the script, so that it is not lost with the view. */
  onText(script: string): void;
}

/** The sheet view: plan, rail, script and panel around one script, with what they share. */
export function SheetDesk({ sheet, onReload, onText }: Props) {
  const { message } = App.useApp();
  useUncaught(message.error);
  const editor = useRef<ScriptHandle>(null);
  const [station, setStation] = useState<Station>(stations[0]);
  useKeys(editor, setStation);
  const attachments = useAttachments(sheet.id);
  const { live, evaluated, thread, busy, problem, ...evaluation } = useEvaluation(sheet.script, attachments.files);
  const { evaluate, setCalm, cancel: cancelEvaluation } = evaluation;
  const view = evaluated?.view ?? null;
  const text = useCallback(() => editor.current?.text() ?? sheet.script, [sheet.script]);
  const saving = useSaving(sheet, attachments.files, text, onReload);
  const { saver } = saving;

  const { edit, endDrag, forget } = useScriptEdits(editor, live, evaluate);
  const cancel = useCallback(() => {
    forget();
    cancelEvaluation();
  }, [forget, cancelEvaluation]);
  const change = useCallback(
    (next: string) => {
      forget();
      onText(next);
      evaluate(next);
      saver.change({ script: next });
    },
    [saver, evaluate, forget, onText],
  );
  const [moving, setMovingOnly] = useState(false);
  const edits = useMemo<Edits>(
    () => ({
      edit,
      endDrag,
      newStep: () => editor.current?.newStep(),
      setMoving(next) {
        setMovingOnly(next);
        setCalm(next);
        saver.hold(next);
      },
      lightText: (span) => editor.current?.light(span),
    }),
    [edit, endDrag, setCalm, saver],
  );

  const { choice, followCursor } = useOwnChoice(live, view, editor, station.plan.isCombined);
  const computing = busy !== null;
  const answers = useMemo<Answers | null>(
    () => (evaluated && thread ? { ...evaluated, thread, computing, moving } : null),
    [evaluated, thread, computing, moving],
  );
  const layers = useOwnLayers();
  const [kept] = useState(() => new Map<string, unknown>());
  const images = useImages(view, attachments.files);
  const { width = 320, height = 240 } = view?.plan ?? {};
  const digits = useMemo(() => planDigits({ width, height }), [width, height]);
  const [importing, setImporting] = useState<ImportText | null>(null);
  const drop = useDroppedText(setImporting);
  const openImport = useCallback(() => setImporting({ text: "", fileName: "" }), []);
  const closeImport = useCallback(() => setImporting(null), []);

  return (
    <LiveContext value={live}>
      <AnswersContext value={answers}>
        <ChoiceContext value={choice}>
          <EditsContext value={edits}>
            <AttachedContext value={attachments}>
              <LayersProvider value={layers}>
                <KeptContext value={kept}>
                  <PlanDigitsProvider value={digits}>
                    <div className="desk" {...drop.handlers}>
                      <SheetHeader
                        name={saving.name}
                        note={sheet.note}
                        saveState={saving.state}
                        onRename={saving.rename}
                        onLoadNewest={saving.loadNewest}
                        onSaveCopy={saving.saveCopy}
                      />
                      <Splitter className="desk-body">
                        <Splitter.Panel defaultSize="47%" min="30%">
                          {thread ? (
                            <LivePlan thread={thread} how={station.plan} images={images} />
                          ) : (
                            <div className="plan-waiting">Evaluating the script …</div>
                          )}
                        </Splitter.Panel>
                        <Splitter.Panel min={460}>
                          <DeskColumn
                            station={station}
                            busy={busy}
                            problem={problem ?? attachments.problem}
                            editor={editor}
                            initial={sheet.script}
                            onStation={setStation}
                            onCancel={cancel}
                            onImport={openImport}
                            onChange={change}
                            onCursor={followCursor}
                          />
                        </Splitter.Panel>
                      </Splitter>
                      {drop.over && <div className="desk-drop">Drop the file to import what is in it</div>}
                      {thread && importing && (
                        <DeskImport
                          thread={thread}
                          start={importing}
                          view={view}
                          script={evaluated?.script ?? sheet.script}
                          onClose={closeImport}
                        />
                      )}
                    </div>
                  </PlanDigitsProvider>
                </KeptContext>
              </LayersProvider>
            </AttachedContext>
          </EditsContext>
        </ChoiceContext>
      </AnswersContext>
    </LiveContext>
  );
}
