import {
  cornersOf,
  inverse,
  type Path,
  parsePathData,
  pointAt,
  reversePath,
  type Segment,
  type Subpath,
  startedAt,
  transformPoint,
  withCorner,
  withoutCorner,
  writePathData,
} from "@vertexon/geometry";
import { functions } from "../library";
import {
  argumentOf,
  type Call,
  type Expression,
  parseStatement,
  type Span,
  type TextEdit,
  writtenCall,
} from "../syntax";
import type { Shape } from "../values";
import { writeNumber } from "./text";

/** A change of an outline's corners; a corner is the `corner`th of its subpath. */
export type VertexChange =
  /** One more, at (x, y) of the plan, on the edge that begins at the corner. */
  | { kind: "insert"; subpath: number; corner: number; x: number; y: number; decimals: number }
  | { kind: "remove" | "start" | "earlier" | "later"; subpath: number; corner: number }
  | { kind: "reverse"; subpath: number };

/** What of a shape its corners are known by. */
export type Cornered = Pick<Shape, "outline" | "corners" | "placed">;

/** The change cannot be written into the statement. */
export class VertexChangeError extends Error {
  override readonly name = "VertexChangeError";
}

/**
 * The edits of a definition's statement that change the corners of the shape that it is written as: points one by one,
 * which stay as they are written, or path data, which is written anew in absolute commands. `offset` is where the
 * statement begins in the script. Throws {@link VertexChangeError} where the outline is told in another way.
 */
export function vertexEdits(statement: string, offset: number, shape: Cornered, change: VertexChange): TextEdit[] {
  const parsed = parseStatement(statement);
  const call = parsed.kind === "definition" ? writtenCall(parsed.value) : null;
  const edits = call && changedCorners(statement, call, shape, change);
  if (!edits)
    throw new VertexChangeError(
      "its corners are not written one by one: only polygon, polyline and smooth with their points, and path data, can be changed here",
    );
  return edits.map((edit) => ({ ...edit, from: edit.from + offset, to: edit.to + offset }));
}

function changedCorners(statement: string, call: Call, shape: Cornered, change: VertexChange): TextEdit[] | null {
  const corners = functions.get(call.name)?.outline?.corners;
  if (corners?.by === "data") return changedPath(argumentOf(call, corners.argument, 0), shape, change);
  const items = corners ? listedPoints(call, shape) : null;
  if (!corners || !items) return null;
  return changedList(statement, items, { name: call.name, least: corners.least }, shape, change);
}

/** Where the points stand in the statement, when each is an expression of its own. */
function listedPoints(call: Call, shape: Cornered): Span[] | null {
  const unnamed = call.args.filter(({ name }) => name === null).map(({ value }) => value);
  const named = argumentOf(call, "points", -1);
  const given = named ? [named] : unnamed;
  const items = given.length === 1 && given[0].kind === "tuple" ? given[0].items : given;
  return items.length === shape.corners[0].length / 2 ? items : null;
}

function changedList(
  statement: string,
  items: readonly Span[],
  { name, least }: { name: string; least: number },
  shape: Cornered,
  change: VertexChange,
): TextEdit[] {
  const text = ({ from, to }: Span): string => statement.slice(from, to);
  const put = (span: Span, source: Span): TextEdit => ({ from: span.from, to: span.to, insert: text(source) });
  const n = items.length;
  switch (change.kind) {
    case "insert": {
      const { to } = items[change.corner];
      return [{ from: to, to, insert: `, ${placeText(shape, change)}` }];
    }
    case "remove": {
      if (n === least) throw new VertexChangeError(`a ${name} needs at least ${n} points`);
      const { corner } = change;
      const [from, to] = corner === 0 ? [items[0].from, items[1].from] : [items[corner - 1].to, items[corner].to];
      return [{ from, to, insert: "" }];
    }
    case "start":
      return items.map((item, i) => put(item, items[(i + change.corner) % n]));
    case "reverse":
      // The first stays the first where the outline is closed.
      return items.map((item, i) => put(item, items[isClosed(shape) ? (n - i) % n : n - 1 - i]));
    default: {
      const other = (change.corner + (change.kind === "earlier" ? n - 1 : 1)) % n;
      return [put(items[change.corner], items[other]), put(items[other], items[change.corner])];
    }
  }
}

function changedPath(data: Expression | null, shape: Cornered, change: VertexChange): TextEdit[] | null {
  if (data?.kind !== "text") return null;
  const path = parsePathData(data.value);
  const subpath = path.subpaths[change.subpath];
  const next = changedSubpath(subpath, shape, change);
  if (next.segments.length === 0) throw new VertexChangeError("the outline needs at least one edge");
  const changed: Path = { subpaths: path.subpaths.with(change.subpath, next) };
  // Twelve digits are more than anything was drawn with, and hide what splitting curves rounds.
  const write = (value: number): string => String(Number(value.toPrecision(12)));
  return [{ from: data.from + 1, to: data.to - 1, insert: writePathData(changed, write).replaceAll("\n", " ") }];
}

function changedSubpath(subpath: Subpath, shape: Cornered, change: VertexChange): Subpath {
  switch (change.kind) {
    case "insert": {
      const [x, y] = transformPoint(inverse(shape.placed), change.x, change.y);
      return withCorner(subpath, change.corner, nearestParameter(edgeAt(subpath, change.corner), x, y));
    }
    case "remove":
      return withoutCorner(subpath, change.corner);
    case "start":
      if (!subpath.closed) throw new VertexChangeError("an open outline starts where it starts; reverse it instead");
      return startedAt(subpath, change.corner);
    case "reverse":
      return reversePath({ subpaths: [subpath] }).subpaths[0];
    default:
      throw new VertexChangeError("the order of the corners of path data is that of its commands");
  }
}

/** The edge that begins at a corner; the last of a closed outline may be its straight join. */
function edgeAt(subpath: Subpath, corner: number): Segment {
  if (corner < subpath.segments.length) return subpath.segments[corner];
  const corners = cornersOf(subpath);
  return { kind: "line", x0: corners[2 * corner], y0: corners[2 * corner + 1], x1: subpath.x, y1: subpath.y };
}

/** The nearest of 200 places along a segment: as near as a click is meant. */
function nearestParameter(segment: Segment, x: number, y: number): number {
  let best = 0.5;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 1; i < 200; i++) {
    const [px, py] = pointAt(segment, i / 200);
    const distance = Math.hypot(px - x, py - y);
    if (distance >= least) continue;
    least = distance;
    best = i / 200;
  }
  return best;
}

function placeText(shape: Cornered, { x, y, decimals }: { x: number; y: number; decimals: number }): string {
  const [px, py] = transformPoint(inverse(shape.placed), x, y);
  return `(${writeNumber(px, decimals)}, ${writeNumber(py, decimals)})`;
}

function isClosed(shape: Cornered): boolean {
  return shape.outline.subpaths[0].closed;
}
