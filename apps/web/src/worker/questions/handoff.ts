import { type Handoff, type HandoffFormat, handOff, handoffForms } from "@vertexon/geometry";
import { plainName } from "@/format/plain-name";
import type { AskedSheet } from "../asked-sheet";

interface Asked {
  name: string;
  format: HandoffFormat;
  decimals: number;
}

/** A shape's text in a form, with the error bound of the outline that it writes; null for what is no shape. */
export function handoff(sheet: AskedSheet, { name, format, decimals }: Asked): (Handoff & { error: number }) | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
  const handed = { polygons: shape.polygons, sources: () => shape.regionSources(name) };
  const error = handoffForms[format].keepsCurves ? shape.curveError : shape.error;
  return { ...handOff(format, handed, { name: plainName(name), decimals }), error };
}
