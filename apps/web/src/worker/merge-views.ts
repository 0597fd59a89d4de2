import type { Span } from "@vertexon/notation";
import type { DefinitionView, SentView, SheetView } from "./views";

/** An evaluation with the definitions that it left out, because they are those of the one before, moved along. */
export function mergeViews(before: SheetView | null, now: SentView): SheetView {
  return {
    ...now,
    definitions: now.definitions.map((sent, i) => {
      if (typeof sent !== "number") return sent;
      const known = before?.definitions[i];
      if (!known) throw new Error("a view leaves out what was never sent");
      return movedTo(known, sent);
    }),
  };
}

function movedTo(definition: DefinitionView, from: number): DefinitionView {
  const by = from - definition.span.from;
  if (by === 0) return definition;
  const moved = (span: Span): Span => ({ from: span.from + by, to: span.to + by });
  const { span, nameSpan, number } = definition;
  return {
    ...definition,
    span: moved(span),
    nameSpan: moved(nameSpan),
    number: number && { ...number, span: moved(number.span) },
  };
}
