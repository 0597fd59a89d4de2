import { type Bounds, bounds, flattenPath, momentsOf, writePathData } from "@vertexon/geometry";
import { constants, functions } from "../library";
import { parseStatement, ScriptError } from "../syntax";
import { numberText, pointText, wrapped } from "./expressions";
import type { Imported, ImportedItem } from "./imported";
import { readImport } from "./read-import";

/** Outlines with more vertices than this are attached to the sheet instead of being written into its script. */
const MOST_WRITTEN = 500;
/** So are all of a file's together, past this many. */
const MOST_WRITTEN_IN_ALL = 2000;

/** Bulk data that belongs to a sheet; `outline("…")` and `points("…")` name it. */
export interface Attachment {
  name: string;
  content: string;
}

/** What an import would add to a sheet. */
export interface ImportPlan {
  source: Imported["source"];
  plan: Imported["plan"];
  /** Whether y grows upwards in texts of this kind, as a rule. */
  yUp: boolean;
  /** Around everything that was found; null for nothing. */
  bounds: Bounds | null;
  /** Definitions for the script, one for each thing that was found; areas of those that enclose any. */
  statements: { name: string; text: string; vertices: number; area: number | null }[];
  /** All of a file's outlines as one list, in place of those definitions; null where they are written out or but one. */
  list: { name: string; text: string } | null;
  attachments: Attachment[];
  notes: string[];
}

/**
 * Reads a text and says what it would add to a sheet that has these names and attachments. Throws ImportError.
 */
export function planImport(
  text: string,
  fileName: string,
  taken: { names: Iterable<string>; attachments: readonly Attachment[] },
): ImportPlan {
  const { source, items, notes, plan } = readImport(text, fileName);
  const names = new Set(taken.names);
  const attachments: Attachment[] = [];
  const attach = (wanted: string, content: string): string => {
    const known = [...taken.attachments, ...attachments];
    const same = known.find((each) => each.content === content);
    if (same) return same.name;
    const [stem, ending] = [wanted.replace(/\.[^.]*$/, ""), /\.[^.]*$/.exec(wanted)?.[0] ?? ""];
    let name = wanted;
    for (let i = 2; known.some((each) => each.name === name); i++) name = `${stem}-${i}${ending}`;
    attachments.push({ name, content });
    return name;
  };
  // One file stays one attachment, of which definitions name their parts.
  const counts = items.map(vertexCount);
  const outlines = items.filter((item) => item.kind === "shape");
  const isLarge = counts.some((n) => n > MOST_WRITTEN) || counts.reduce((a, b) => a + b, 0) > MOST_WRITTEN_IN_ALL;
  const isKept = source !== "coordinate arrays" && source !== "canvas calls" && source !== "CSS";
  const whole =
    isLarge && isKept && fileName !== "" && outlines.length > 0 ? attach(fileName.replaceAll('"', ""), text) : null;
  const listName = whole !== null && outlines.length > 1 ? freeName(stemOf(fileName) ?? "outlines", names) : null;
  if (listName) names.add(listName);
  const statements = items.map((item, i) => {
    const name = freeName(item.name ?? stemOf(fileName) ?? defaultName(item), names);
    names.add(name);
    const vertices = counts[i];
    const about = { name, vertices, area: areaOf(item) };
    if (whole !== null && item.kind === "shape")
      return { ...about, text: `${name} = outline("${whole}"${partText(item, outlines)})` };
    if (vertices <= MOST_WRITTEN) return { ...about, text: `${name} = ${expressionOf(item)}` };
    const [call, ending] = item.kind === "points" ? ["points", "csv"] : ["outline", "txt"];
    const isWhole = isKept && items.length === 1 && source !== "SVG" && fileName !== "";
    const file = isWhole ? attach(fileName.replaceAll('"', ""), text) : attach(`${name}.${ending}`, contentOf(item));
    const fill = item.kind === "shape" && item.fillRule === "evenodd" ? ", fill: evenodd" : "";
    return { ...about, text: `${name} = ${call}("${file}"${fill})` };
  });
  const list = listName === null ? null : { name: listName, text: `${listName} = outlines("${whole}")` };
  const yUp = source === "GeoJSON" || source === "WKT";
  return { source, plan, yUp, bounds: boundsOf(items), statements, list, attachments, notes };
}

/** `, "isle 7"`: which outline of a file is meant; by its number where its name is missing or not the only one. */
function partText(item: ImportedItem, outlines: readonly ImportedItem[]): string {
  if (outlines.length === 1) return "";
  const isOnly = item.name !== null && outlines.filter(({ name }) => name === item.name).length === 1;
  return `, "${isOnly && !/["\n\\]/.test(item.name!) ? item.name : outlines.indexOf(item) + 1}"`;
}

/** Roughly, without regard to overlaps: to tell large things from small ones. */
function areaOf(item: ImportedItem): number | null {
  if (item.kind !== "shape" || item.outline.subpaths.every(({ closed }) => !closed)) return null;
  return Math.abs(momentsOf(item.outline).area);
}

function boundsOf(items: readonly ImportedItem[]): Bounds | null {
  return bounds(
    items.flatMap((item) => {
      if (item.kind === "points") return [Float64Array.from(item.points.flat())];
      const { subpaths } = item.outline;
      const size = subpaths.reduce((most, { x, y }) => Math.max(most, Math.abs(x), Math.abs(y)), 0);
      const tolerance = Math.max(1e-3 * size, 1e-6);
      return flattenPath({ subpaths }, { tolerance }).subpaths.map(({ vertices }) => vertices);
    }),
  );
}

function vertexCount(item: ImportedItem): number {
  if (item.kind === "points") return item.points.length;
  return item.outline.subpaths.reduce((sum, { segments }) => sum + segments.length + 1, 0);
}

function expressionOf(item: ImportedItem): string {
  if (item.kind === "shape") return item.expression();
  const points = item.points.map((point) => pointText(point));
  return points.length === 1 ? points[0] : `(${wrapped(points)})`;
}

function contentOf(item: ImportedItem): string {
  if (item.kind === "shape") return writePathData(item.outline);
  return item.points.map(([x, y]) => `${numberText(x)},${numberText(y)}`).join("\n");
}

function defaultName(item: ImportedItem): string {
  return item.kind === "points" ? "places" : "shape";
}

function stemOf(fileName: string): string | null {
  return fileName.replace(/^.*[\\/]/, "").replace(/\.[^.]*$/, "") || null;
}

/** A name of the notation, made from any text, that is not taken yet. */
function freeName(wanted: string, taken: ReadonlySet<string>): string {
  const plain =
    wanted
      .trim()
      .replace(/[^A-Za-z0-9_]+/g, "_")
      .replace(/^_+|_+$/g, "")
      .replace(/^(?=\d)/, "n") || "shape";
  const stem = plain.slice(0, 40);
  let name = stem;
  for (let i = 2; taken.has(name) || !canBeDefined(name); i++) name = `${stem}${i}`;
  return name;
}

function canBeDefined(name: string): boolean {
  if (constants.has(name) || functions.has(name) || name === "box") return false;
  try {
    return parseStatement(`${name} = 1`).kind === "definition";
  } catch (error) {
    if (error instanceof ScriptError) return false;
    throw error;
  }
}
