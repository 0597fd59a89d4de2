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
  return pointsItem("polygon", name, polygonPath(ring.flat()), computed);
}

export function polylineItem(name: string | null, line: readonly Position[], computed = false): ImportedItem {
  return pointsItem("polyline", name, polygonPath(line.flat(), false), computed);
}

function pointsItem(word: string, name: string | null, outline: Path, computed: boolean): ImportedItem {
  const expression = (): string => {
    const points = outline.subpaths.flatMap(({ x, y, segments }): Position[] => [
      [x, y],
      ...segments.map(({ x1, y1 }): Position => [x1, y1]),
    ]);
    return `${word}(${wrapped(points.map((point) => pointText(point, computed)))})`;
  };
  return { kind: "shape", name, expression, outline, fillRule: "nonzero" };
}

/** Path data, with its long lines broken where white space stands anyway. */
export function pathItem(name: string | null, data: string, outline: Path, fillRule: FillRule): ImportedItem {
  const fill = fillRule === "evenodd" ? ", fill: evenodd" : "";
  const expression = (): string => {
    const words = data.replaceAll('"', "").trim().split(/\s+/);
    return `path("${wrapped(words, " ")}"${fill})`;
  };
  return { kind: "shape", name, expression, outline, fillRule };
}

/** Several outlines as one shape. */
export function compoundItem(
  name: string | null,
  parts: readonly Extract<ImportedItem, { kind: "shape" }>[],
  fillRule: FillRule,
): ImportedItem {
  return {
    kind: "shape",
    name,
    expression: () => {
      const list = parts.map(({ expression }) => expression().replaceAll("\n", "\n  ")).join(",\n  ");
      return `compound(\n  ${list}${fillRule === "evenodd" ? ", fill: evenodd" : ""})`;
    },
    outline: { subpaths: parts.flatMap(({ outline }) => outline.subpaths) },
    fillRule,
  };
}
