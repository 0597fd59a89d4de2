import { bounds, combineAll } from "@vertexon/geometry";
import type { Mend } from "../syntax";
import type { Shape } from "../values";
import { type SheetFacts, type SheetFound, shownDefinitions } from "./facts";

/** More shapes, or longer ones, are not compared with each other at every change. */
const MOST_SHAPES = 60;
const MOST_VERTICES = 4000;

/** Shapes that lie wholly inside one that is drawn after them. */
export function checkCovered({ script, definitions, statementOf }: SheetFacts): SheetFound[] {
  const shown = shownDefinitions(definitions).flatMap(({ name, value }) =>
    value?.type === "shape" && value.vertexCount <= MOST_VERTICES ? [{ name, shape: value }] : [],
  );
  if (shown.length > MOST_SHAPES) return [];
  return shown.flatMap(({ name, shape }, i) => {
    const cover = shown.slice(i + 1).find((later) => covers(later.shape, shape));
    if (!cover) return [];
    const { statement, from, text } = statementOf(name);
    const after = statementOf(cover.name);
    const end = after.from + after.text.length;
    const lineEnd = script.indexOf("\n", from + text.length);
    const mend: Mend = {
      label: `Draw it after ${cover.name}`,
      edits: [
        { from, to: lineEnd < 0 ? from + text.length : lineEnd + 1, insert: "" },
        { from: end, to: end, insert: `\n${text}` },
      ],
    };
    const message = `covered: all of it lies inside ${cover.name}, which is drawn later`;
    return [{ from, span: statement.nameSpan, message, mends: [mend], marks: [] }];
  });
}

const known = new WeakMap<Shape, WeakMap<Shape, boolean>>();

function covers(cover: Shape, shape: Shape): boolean {
  let answers = known.get(cover);
  if (!answers) known.set(cover, (answers = new WeakMap()));
  let answer = answers.get(shape);
  if (answer === undefined) answers.set(shape, (answer = computeCovers(cover, shape)));
  return answer;
}

function computeCovers(cover: Shape, shape: Shape): boolean {
  const [outer, inner] = [bounds(cover.operand.rings), bounds(shape.operand.rings)];
  if (!outer || !inner) return false;
  const isWithin =
    inner.minX >= outer.minX && inner.maxX <= outer.maxX && inner.minY >= outer.minY && inner.maxY <= outer.maxY;
  if (!isWithin || shape.polygons.length === 0) return false;
  return combineAll("difference", [shape.operand, cover.operand]).polygons.length === 0;
}
