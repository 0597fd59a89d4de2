import { type Extension, StateEffect, StateField } from "@codemirror/state";
import { Decoration, EditorView } from "@codemirror/view";
import type { Span } from "@vertexon/notation";

/** Marks a stretch of the text that the plan shows at work; null takes the mark away. */
export const setLight = StateEffect.define<Span | null>();

const light = Decoration.mark({ class: "cm-lit" });

export function lighting(): Extension {
  return StateField.define({
    create: () => Decoration.none,
    update(marks, transaction) {
      for (const effect of transaction.effects)
        if (effect.is(setLight)) {
          const span = effect.value;
          return span && span.to > span.from ? Decoration.set([light.range(span.from, span.to)]) : Decoration.none;
        }
      return marks.map(transaction.changes);
    },
    provide: (field) => EditorView.decorations.from(field),
  });
}
