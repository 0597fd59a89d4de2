import type { Span } from "@vertexon/notation";
import { unpackPath } from "./packed-path";
import type { DefinitionView, SentShape, SentValue, SentView, ShapeView, SheetView, ValueView } from "./sheet-view";

/** An evaluation with the definitions that it left out, because they are those of the one before, moved along. */
export function mergeViews(before: SheetView | null, now: SentView): SheetView {
  return {
    ...now,
    definitions: now.definitions.map((sent, i) => {
      if (typeof sent !== "number") return { ...sent, value: sent.value && unpacked(sent.value) };
      const known = before?.definitions[i];
      if (!known) throw new Error("a view leaves out what was never sent");
      return movedTo(known, sent);
    }),
  };
}

function unpacked(value: SentValue): ValueView {
  if (value.type === "shape") return unpackedShape(value);
  if (value.type !== "list") return value;
  return { ...value, shapes: value.shapes.map(({ name, shape }) => ({ name, shape: unpackedShape(shape) })) };
}

function unpackedShape(shape: SentShape): ShapeView {
  return { ...shape, outline: unpackPath(shape.outline), sources: shape.sources.map(unpackPath) };
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
