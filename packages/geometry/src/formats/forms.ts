import type { Form } from "./form";
import { cArray } from "./forms/c-array";
import { cpp } from "./forms/cpp";
import { cssPath } from "./forms/css-path";
import { cssPolygon } from "./forms/css-polygon";
import { csv } from "./forms/csv";
import { edgeTable } from "./forms/edge-table";
import { npy, pfm, png8, png16 } from "./forms/field-files";
import { geojson } from "./forms/geojson";
import { glsl } from "./forms/glsl";
import { go } from "./forms/go";
import { java } from "./forms/java";
import { json } from "./forms/json";
import { kotlin } from "./forms/kotlin";
import { python } from "./forms/python";
import { rust } from "./forms/rust";
import { svg } from "./forms/svg";
import { svgCurves } from "./forms/svg-curves";
import { svgPath } from "./forms/svg-path";
import { swift } from "./forms/swift";
import { template } from "./forms/template";
import { typescript } from "./forms/typescript";
import { wgsl } from "./forms/wgsl";
import { wkb } from "./forms/wkb";
import { wkt } from "./forms/wkt";

/** The forms by their names in the notation, in the order in which they are offered. */
export const handoffForms = {
  typescript,
  "c-array": cArray,
  cpp,
  rust,
  python,
  java,
  swift,
  kotlin,
  go,
  glsl,
  wgsl,
  json,
  "svg-path": svgPath,
  "svg-curves": svgCurves,
  svg,
  "css-polygon": cssPolygon,
  "css-path": cssPath,
  wkt,
  wkb,
  geojson,
  csv,
  "edge-table": edgeTable,
  png: png8,
  png16,
  pfm,
  npy,
  template,
} satisfies Record<string, Form>;

export type HandoffFormat = keyof typeof handoffForms;

/** A form by its name. */
export function formOf(format: HandoffFormat): Form {
  return handoffForms[format];
}
