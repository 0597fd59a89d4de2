import { codeFolding, foldGutter, foldKeymap, foldService } from "@codemirror/language";
import type { Extension } from "@codemirror/state";
import { keymap } from "@codemirror/view";

/** A statement that goes on over further lines folds to its first; so does a block of comment lines. */
export function folding(): Extension {
  return [
    foldService.of((state, from) => {
      const first = state.doc.lineAt(from);
      const isComment = first.text.startsWith("//");
      if (!first.text || /^[\s)]/.test(first.text)) return null;
      if (isComment && first.number > 1 && state.doc.line(first.number - 1).text.startsWith("//")) return null;
      let last = first;
      for (let n = first.number + 1; n <= state.doc.lines; n++) {
        const line = state.doc.line(n);
        const goesOn = isComment ? line.text.startsWith("//") : /^[\s)]/.test(line.text) && line.text.trim() !== "";
        if (!goesOn) break;
        last = line;
      }
      return last.number > first.number ? { from: first.to, to: last.to } : null;
    }),
    codeFolding({ placeholderText: "…" }),
    foldGutter({ openText: "⌄", closedText: "›" }),
    keymap.of(foldKeymap),
  ];
}
