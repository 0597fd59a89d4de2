import { type FillRule, type Path, polygonPath } from "@vertexon/geometry";
import type { ImportedItem, Position } from "./imported";

/** A number as it stands in the script: exactly, or to twelve digits where it was computed. */
export function numberText(value: number, computed = false): string {
  const text = String(computed ? Number(value.toPrecision(12)) : value);
  return text === "-0" ? "0" : text;
}

export function pointText([x, y]: Position, computed = false): string {
  return `(${numberText(x, computed)}, ${numberText(y, computed)})`;
}

/** Things after one another, broken into lines of up to about a hundred characters that go on with white space. */
export function wrapped(parts: readonly string[], separator = ", ", indent = "  "): string {
  let line = "";
  const lines: string[] = [];
  for (const part of parts) {
    if (line && line.length + part.length > 96) {
      lines.push(line + separator.trimEnd());
      line = part;
    } else line = line ? line + separator + part : part;
  }
  return [...lines, line].join(`\n${indent}`);
}

export function polygonItem(name: string | null, ring: readonly Position[], computed = false): ImportedItem {
  return {
    kind: "shape",
    name,
    expression: `polygon(${wrapped(ring.map((p) => pointText(p, computed)))})`,
    outline: polygonPath(ring.flat()),
    fillRule: "nonzero",
  };
}

export function polylineItem(name: string | null, line: readonly Position[], computed = false): ImportedItem {
  return {
    kind: "shape",
    name,
    expression: `polyline(${wrapped(line.map((p) => pointText(p, computed)))})`,
    outline: polygonPath(line.flat(), false),
    fillRule: "nonzero",
  };
}

/** Path data, with its long lines broken where white space stands anyway. */
export function pathItem(name: string | null, data: string, outline: Path, fillRule: FillRule): ImportedItem {
  const words = data.replaceAll('"', "").trim().split(/\s+/);
  const fill = fillRule === "evenodd" ? ", fill: evenodd" : "";
  return { kind: "shape", name, expression: `path("${wrapped(words, " ")}"${fill})`, outline, fillRule };
}

/** Several outlines as one shape. */
export function compoundItem(
  name: string | null,
  parts: readonly Extract<ImportedItem, { kind: "shape" }>[],
  fillRule: FillRule,
): ImportedItem {
  const list = parts.map(({ expression }) => expression.replaceAll("\n", "\n  ")).join(",\n  ");
  return {
    kind: "shape",
    name,
    expression: `compound(\n  ${list}${fillRule === "evenodd" ? ", fill: evenodd" : ""})`,
    outline: { subpaths: parts.flatMap(({ outline }) => outline.subpaths) },
    fillRule,
  };
}
