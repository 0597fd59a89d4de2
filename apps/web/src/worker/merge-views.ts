import type { SheetView } from "./views";

/** An evaluation with the values that it left out, because they are those of the one before. */
export function mergeViews(before: SheetView | null, now: SheetView): SheetView {
  const known = new Map(before?.definitions.map((definition) => [definition.name, definition]));
  return {
    ...now,
    definitions: now.definitions.map((definition) => {
      const same = definition.unchanged ? known.get(definition.name) : undefined;
      return same ? { ...definition, value: same.value, handles: same.handles } : definition;
    }),
  };
}
