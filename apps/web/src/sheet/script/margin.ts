import { type Extension, StateEffect, StateField, type Text } from "@codemirror/state";
import { GutterMarker, gutter } from "@codemirror/view";
import { planDigits } from "@/format/plan-digits";
import type { SheetView } from "@/worker/sheet-view";
import { marginText } from "./margin-text";

interface Note {
  text: string;
  title: string;
  severity: "error" | "warning" | null;
}

const setMargin = StateEffect.define<Map<number, Note>>();

const notes = StateField.define<Map<number, Note>>({
  create: () => new Map(),
  update(value, transaction) {
    for (const effect of transaction.effects) if (effect.is(setMargin)) return effect.value;
    return value;
  },
});

class NoteMarker extends GutterMarker {
  constructor(private readonly note: Note) {
    super();
  }
  override eq(other: NoteMarker): boolean {
    return other.note.text === this.note.text && other.note.title === this.note.title;
  }
  override toDOM(): HTMLElement {
    const element = document.createElement("span");
    element.className = `margin-note ${this.note.severity ? `margin-${this.note.severity}` : ""}`;
    element.textContent = this.note.text;
    element.title = this.note.title;
    return element;
  }
}

/** The live margin to the right of the text: what each definition came to, and marks where something is wrong. */
export function margin(): Extension {
  return [
    notes,
    gutter({
      class: "margin-gutter",
      side: "after",
      lineMarker(view, line) {
        const note = view.state.field(notes).get(view.state.doc.lineAt(line.from).number);
        return note ? new NoteMarker(note) : null;
      },
      lineMarkerChange: (update) => update.startState.field(notes) !== update.state.field(notes),
      initialSpacer: () => new NoteMarker({ text: "000 · 00,000.0", title: "", severity: null }),
    }),
  ];
}

/** The effect that shows notes by line: on the last line of each statement; an error takes the place of the figures. */
export function marginEffect(doc: Text, view: SheetView): StateEffect<unknown> {
  const digits = planDigits(view.plan);
  const byLine = new Map<number, Note>();
  const lineOf = (position: number): number => doc.lineAt(Math.min(position, doc.length)).number;
  for (const definition of view.definitions) {
    const { text, title } = marginText(definition.value, digits);
    if (text) byLine.set(lineOf(definition.span.to), { text, title, severity: null });
  }
  for (const { from, message, severity } of view.diagnostics) {
    const line = lineOf(from);
    if (byLine.get(line)?.severity) continue;
    const figures = byLine.get(line);
    const text = severity === "error" ? "✕ error" : `! ${figures?.text ?? "look here"}`;
    byLine.set(line, { text, title: message, severity });
  }
  return setMargin.of(byLine);
}
