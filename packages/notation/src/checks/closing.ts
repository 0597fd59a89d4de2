import { perimeter, pointAt, type Subpath } from "@vertexon/geometry";
import { functions, type OutlineText } from "../library";
import { shortNumber } from "../messages/short-number";
import type { Definition } from "../sheet/evaluated";
import { argumentOf, type Call, type Mend, type TextEdit, writtenCall } from "../syntax";
import type { SheetFacts, SheetFound } from "./facts";

/** A gap of less than this share of the outline's length was hardly meant. */
const NEAR = 0.02;

/** Outlines that come back to their start, or are used as areas, but were never closed; polygons that repeat it. */
export function checkClosing({ definitions, emissions, statementOf }: SheetFacts): SheetFound[] {
  const asArea = new Set([
    ...usedAsAreas(definitions),
    ...emissions.filter(({ options }) => options.as === "region").flatMap((each) => each.definitions),
  ]);
  return definitions.flatMap(({ name, value }) => {
    const { statement, text, from } = statementOf(name);
    const call = writtenCall(statement.value);
    if (value?.type !== "shape" || value.combination || !call) return [];
    const at = (p: { x: number; y: number }): string => `(${shortNumber(p.x)}, ${shortNumber(p.y)})`;
    const found = (message: string, mend: Mend | null, marks: { x: number; y: number }[]): SheetFound => {
      const mends = mend ? [{ ...mend, edits: mend.edits.map((edit) => shifted(edit, from)) }] : [];
      return { from, span: statement.nameSpan, message, mends, marks };
    };
    const outline = functions.get(call.name)?.outline;
    if (!outline) return [];
    if (outline.closing.by === "itself") {
      const edit = repeatedStart(call, value.outline.subpaths[0]);
      const mend = edit && { label: "Remove it", edits: [edit] };
      return mend ? [found("the last point repeats the first; a polygon closes by itself", mend, [])] : [];
    }
    return value.outline.subpaths.flatMap((subpath, i) => {
      if (subpath.segments.length < 2) return [];
      if (subpath.closed) {
        const problem = closingEdge(subpath, outline.bySteps ?? false);
        return problem ? [found(problem, null, [endOf(subpath), { x: subpath.x, y: subpath.y }])] : [];
      }
      const start = { x: subpath.x, y: subpath.y };
      const end = endOf(subpath);
      const gap = Math.hypot(end.x - start.x, end.y - start.y);
      const length = perimeter(value.flat.subpaths[i].vertices, false);
      if (gap > NEAR * length && !asArea.has(name)) return [];
      const which = value.outline.subpaths.length > 1 ? `outline ${i + 1}` : "the outline";
      const message =
        gap <= 1e-9 * length
          ? `${which} comes back to its start but is open: the join is missing`
          : gap <= NEAR * length
            ? `${which} ends ${shortNumber(gap)} from its start and is open`
            : `${which} is open but used as an area: the join of ${shortNumber(gap)} from ${at(end)} to ${at(start)} is missing`;
      const edits = closingEdits(call, outline.closing, text, subpath, {
        index: i,
        count: value.outline.subpaths.length,
      });
      return [found(message, edits && { label: "Close it", edits }, [start, end])];
    });
  });
}

/** What is wrong with the edge that closes an outline: it is hardly one, or a trail never stated it. */
function closingEdge(subpath: Subpath, bySteps: boolean): string | null {
  const end = endOf(subpath);
  const gap = Math.hypot(end.x - subpath.x, end.y - subpath.y);
  const length = subpath.segments.reduce((sum, { x0, y0, x1, y1 }) => sum + Math.hypot(x1 - x0, y1 - y0), 0);
  if (gap > 1e-9 * length && gap <= MISSED * length)
    return `the last step misses the start by ${shortNumber(gap)}: closing adds an edge of that length`;
  if (bySteps && gap > MISSED * length) return `closed by an edge of ${shortNumber(gap)} that no leg states`;
  return null;
}

/** An outline that ends this near to its start, as a share of its length, was meant to end there. */
const MISSED = 0.005;

function usedAsAreas(definitions: readonly Definition[]): string[] {
  return definitions.flatMap(({ value, dependsOn }) => {
    const isArea = value?.type === "probe" || value?.type === "field" || (value?.type === "shape" && value.combination);
    return isArea ? dependsOn : [];
  });
}

function endOf({ x, y, segments }: Subpath): { x: number; y: number } {
  const last = segments.at(-1);
  if (!last) return { x, y };
  const [ex, ey] = pointAt(last, 1);
  return { x: ex, y: ey };
}

/** The edits of the statement that close one of its outlines; null where the text does not show how. */
function closingEdits(
  call: Call,
  closing: OutlineText["closing"],
  text: string,
  subpath: Subpath,
  { index, count }: { index: number; count: number },
): TextEdit[] | null {
  if (closing.by === "itself") return null;
  if (closing.by === "data") return closedPathData(call, text, index, count);
  if (closing.by === "function") {
    const repeated = repeatedStart(call, subpath);
    return [{ ...call.nameSpan, insert: closing.name }, ...(repeated ? [repeated] : [])];
  }
  const close = call.args.find(({ name }) => name === closing.name);
  if (close) return [{ from: close.value.from, to: close.value.to, insert: "yes" }];
  return [{ from: call.to - 1, to: call.to - 1, insert: `, ${closing.name}: yes` }];
}

/** A Z at the subpath's end. A relative move after it would start from another place, so that stays as it is. */
function closedPathData(call: Call, text: string, index: number, count: number): TextEdit[] | null {
  const data = argumentOf(call, "data", 0);
  if (data?.kind !== "text") return null;
  const content = text.slice(data.from + 1, data.to - 1);
  const moves = [...content.matchAll(/[Mm]/g)].map((match) => match.index);
  const next = moves[index + 1] ?? content.length;
  if (moves.length !== count || content[next] === "m") return null;
  const at = data.from + 1 + content.slice(0, next).trimEnd().length;
  return [{ from: at, to: at, insert: " Z" }];
}

/** The edit that removes a last point which repeats the first one, where both are written. */
function repeatedStart(call: Call, subpath: Subpath): TextEdit | null {
  const end = endOf(subpath);
  if (end.x !== subpath.x || end.y !== subpath.y) return null;
  const unnamed = call.args.filter(({ name }) => name === null).map(({ value }) => value);
  const list = unnamed.length === 1 && unnamed[0].kind === "tuple" ? unnamed[0].items : unnamed;
  const [before, last] = list.slice(-2);
  // What was made of it since, such as rounded corners, may close exactly.
  const isAsWritten = list.length === subpath.segments.length + 1;
  return isAsWritten && list.length > 3 ? { from: before.to, to: last.to, insert: "" } : null;
}

function shifted(edit: TextEdit, by: number): TextEdit {
  return { ...edit, from: edit.from + by, to: edit.to + by };
}
