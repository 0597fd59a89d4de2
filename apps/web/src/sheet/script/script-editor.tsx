"use client";

import { autocompletion, closeBrackets, closeBracketsKeymap, completionKeymap } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap, isolateHistory, redo, undo } from "@codemirror/commands";
import { bracketMatching } from "@codemirror/language";
import { setDiagnostics } from "@codemirror/lint";
import { openSearchPanel, searchKeymap } from "@codemirror/search";
import { Annotation, EditorState, type StateEffect, Transaction } from "@codemirror/state";
import { drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from "@codemirror/view";
import type { Span, TextEdit } from "@vertexon/notation";
import { type Ref, useEffect, useImperativeHandle, useRef } from "react";
import { tokens } from "@/theme/tokens";
import type { SheetView } from "@/worker/sheet-view";
import { angleUnits } from "./angle-units";
import { argumentHelp } from "./argument-help";
import { folding } from "./folding";
import { type KnownNames, notation } from "./language";
import { lighting, setLight } from "./lighting";
import { margin, marginEffect } from "./margin";
import "./script.css";

export interface ScriptHandle {
  text(): string;
  /** Changes the text as one step of the undo history; steps of one drag are joined. */
  edit(edits: readonly TextEdit[], options?: { drag?: boolean }): void;
  /** Before and after a drag: what comes next is a step of its own. */
  newStep(): void;
  reveal(span: Span): void;
  /** Marks a stretch of the text; null takes the mark away. */
  light(span: Span | null): void;
  /** Where the cursor is. */
  cursor(): number;
  find(): void;
  focus(): void;
  undo(): void;
  redo(): void;
}

interface Props {
  ref: Ref<ScriptHandle>;
  initial: string;
  /** The evaluation of exactly this text; an older one is not shown in the margin. */
  evaluated: { script: string; view: SheetView } | null;
  onChange(text: string): void;
  /** The cursor was put somewhere by hand, perhaps by a click. */
  onCursor(position: number, clicked: boolean): void;
}

/** Milliseconds after which further typing is a step of its own. */
const TYPING_PAUSE = 500;

/** Longer than any drag; the history's own limit must not be infinite, or nothing would ever begin a new step. */
const A_LONG_TIME = 1e9;

const dragging = Annotation.define<boolean>();

export function ScriptEditor({ ref, initial, evaluated, onChange, onCursor }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const editor = useRef<EditorView | null>(null);
  /** The text as one string: making it of a long script takes a while. */
  const text = useRef(initial);
  const callbacks = useRef({ onChange, onCursor });
  callbacks.current = { onChange, onCursor };
  const known = useRef<KnownNames>({ names: [], functions: [] });
  if (evaluated) {
    const { definitions, functions } = evaluated.view;
    known.current = { names: definitions.map(({ name }) => name), functions };
  }

  // biome-ignore lint/correctness/useExhaustiveDependencies: the editor owns its text after the start
  useEffect(() => {
    if (!host.current) return;
    const view = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: initial,
        extensions: [
          lineNumbers(),
          EditorView.lineWrapping,
          history({ newGroupDelay: A_LONG_TIME, joinToEvent: joinSteps() }),
          drawSelection(),
          highlightActiveLine(),
          bracketMatching(),
          closeBrackets(),
          autocompletion({ icons: false }),
          notation(() => known.current),
          argumentHelp(() => known.current.functions),
          angleUnits(),
          folding(),
          lighting(),
          margin(),
          keymap.of([...closeBracketsKeymap, ...completionKeymap, ...searchKeymap, ...historyKeymap, ...defaultKeymap]),
          EditorView.contentAttributes.of({ "aria-label": "Script" }),
          editorLook,
          EditorView.updateListener.of((update) => {
            if (update.docChanged) {
              text.current = update.state.doc.toString();
              callbacks.current.onChange(text.current);
            }
            const byHand = update.transactions.some((t) => t.annotation(dragging) === undefined);
            const clicked = update.transactions.some((t) => t.isUserEvent("select.pointer"));
            if (update.selectionSet && byHand) callbacks.current.onCursor(update.state.selection.main.head, clicked);
          }),
        ],
      }),
    });
    editor.current = view;
    return () => view.destroy();
  }, []);

  useEffect(() => {
    const view = editor.current;
    if (!view || !evaluated || text.current !== evaluated.script) return;
    const length = view.state.doc.length;
    const diagnostics = setDiagnostics(
      view.state,
      evaluated.view.diagnostics.map(({ from, to, severity, message, mends }) => ({
        from: Math.min(from, length),
        to: Math.min(to, length),
        severity,
        message,
        actions: mends.map(({ label, edits }) => ({
          name: label,
          apply: () => {
            // The text may have moved on since; its next evaluation brings the mend again.
            if (text.current !== evaluated.script) return;
            view.dispatch({ changes: edits, annotations: [isolateHistory.of("full"), dragging.of(false)] });
          },
        })),
      })),
    );
    view.dispatch(diagnostics, { effects: marginEffect(view.state.doc, evaluated.view) });
  }, [evaluated]);

  useImperativeHandle(ref, () => ({
    text: () => text.current,
    edit(edits, { drag = false } = {}) {
      editor.current?.dispatch({
        changes: edits.map(({ from, to, insert }) => ({ from, to, insert })),
        annotations: drag ? [dragging.of(true)] : [isolateHistory.of("full"), dragging.of(false)],
      });
    },
    newStep() {
      editor.current?.dispatch({ annotations: [isolateHistory.of("full"), Transaction.addToHistory.of(false)] });
    },
    reveal({ from }) {
      const view = editor.current;
      if (!view) return;
      view.dispatch({
        selection: { anchor: Math.min(from, view.state.doc.length) },
        effects: EditorView.scrollIntoView(Math.min(from, view.state.doc.length), { y: "nearest" }),
        annotations: dragging.of(false),
      });
    },
    light(span) {
      const view = editor.current;
      if (!view) return;
      const length = view.state.doc.length;
      const place = span && { from: Math.min(span.from, length), to: Math.min(span.to, length) };
      const effects: StateEffect<unknown>[] = [setLight.of(place)];
      if (place) effects.push(EditorView.scrollIntoView(place.from, { y: "nearest" }));
      view.dispatch({ effects });
    },
    cursor: () => editor.current?.state.selection.main.head ?? 0,
    find: () => editor.current && openSearchPanel(editor.current),
    focus: () => editor.current?.focus(),
    undo: () => editor.current && undo(editor.current),
    redo: () => editor.current && redo(editor.current),
  }));

  return <div ref={host} className="script-host" data-testid="script" />;
}

/** Typing is one step until it pauses; a drag is one step however long it takes. */
function joinSteps(): (transaction: Transaction, adjacent: boolean) => boolean {
  let last = 0;
  return (transaction, adjacent) => {
    const time = transaction.annotation(Transaction.time) ?? 0;
    const paused = time - last > TYPING_PAUSE;
    last = time;
    return transaction.annotation(dragging) === true || (adjacent && !paused);
  };
}

const editorLook = EditorView.theme({
  "&": { height: "100%", fontSize: "12px", backgroundColor: "#FFFFFF", color: tokens.ink },
  "&.cm-focused": { outline: "none" },
  ".cm-scroller": { fontFamily: tokens.mono, lineHeight: "1.55" },
  ".cm-gutters": { backgroundColor: "#FFFFFF", color: "#8B9692", border: "none" },
  ".cm-lineNumbers .cm-gutterElement": { minWidth: "22px", padding: "0 4px 0 2px", fontSize: "11px" },
  ".cm-gutters.cm-gutters-after": { backgroundColor: tokens.paper, borderLeft: `1px solid ${tokens.rule}` },
  ".cm-activeLine": { backgroundColor: tokens.plumWash },
  ".cm-selectionBackground, &.cm-focused .cm-selectionBackground": { backgroundColor: "#E3D3DB !important" },
  ".cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]": { backgroundColor: tokens.plum, color: "#FFFFFF" },
  ".cm-tooltip": { fontFamily: tokens.sans, border: `1px solid ${tokens.ruleStrong}` },
});
