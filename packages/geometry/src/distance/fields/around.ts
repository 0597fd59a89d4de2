import type { Slope } from "../forms";
import type { Views } from "./candidates";
import { copiedShape, isNear, unionWorth } from "./copied-shape";
import { type Copies, ofCopies } from "./copies";
import { boxAroundBoth, type DistanceField } from "./field";
import { copiedOutline, sampledByOutline } from "./known-outline";
import { placedField, turnAbout, turnedBox } from "./placed";
import { unionField } from "./sets";
import { BEYOND, wedgeCells } from "./wedge-cells";

/** The greatest number of copies around a centre. */
export const MOST_AROUND = 1000;

/**
 * The union of `count` copies turned evenly about a centre, the given one among them; a place asks those whose directions are nearest.
 * Throws `RangeError` for other counts than 1 to 1,000, and for a shape without bounds.
 */
export function aroundField(given: DistanceField, x: number, y: number, count: number): DistanceField {
  if (!(Number.isInteger(count) && count >= 1 && count <= MOST_AROUND))
    throw new RangeError(`copies around a centre are 1 to ${MOST_AROUND}`);
  const shape = copiedShape(given);
  // Copies of nothing are nothing.
  if (!shape) return given;
  const { field, box } = shape;
  const cos = Float64Array.from({ length: count }, (_, k) => Math.cos((2 * Math.PI * k) / count));
  const sin = Float64Array.from({ length: count }, (_, k) => Math.sin((2 * Math.PI * k) / count));
  const [midX, midY] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const [mx, my] = [midX - x, midY - y];
  const [halfWidth, halfHeight] = [(box.maxX - box.minX) / 2, (box.maxY - box.minY) / 2];
  const reach = Math.hypot(halfWidth, halfHeight);
  const away = Math.hypot(mx, my);
  const isApart = count === 1 || away * Math.sin(Math.PI / count) > reach;
  const lipschitz = Math.max(1, given.lipschitz);
  const known = { worth: unionWorth(given, isApart), lipschitz };
  // Two copies have no wedges.
  if (count === 1) return { ...field, ...known };
  if (count === 2)
    return { ...unionField([field, placedField(field, { a: -1, b: 0, c: 0, d: -1, e: 2 * x, f: 2 * y })]), ...known };
  const first = Math.atan2(my, mx);
  // Cosine of the least angle between a place and ring k.
  const aside = Float64Array.from({ length: count + 2 }, (_, k) =>
    Math.cos(Math.min(Math.PI, Math.max(0, ((2 * k - 1) * Math.PI) / count - BEYOND))),
  );
  const see = (dx: number, dy: number, copy: number, views: Views): void => {
    const k = wrapped(copy, count);
    const u = x + cos[k] * dx + sin[k] * dy;
    const v = y - sin[k] * dx + cos[k] * dy;
    if (isNear(box, u, v, views.value, lipschitz)) views.see(u, v, k);
  };
  const mayCount = (px: number, py: number, k: number, value: number): boolean => {
    if (2 * k > count) return false;
    if (k === 0) return true;
    // Law of cosines: the least distance from p to the centre of a box of this ring, which reaches `reach` from there.
    const square = (px - x) * (px - x) + (py - y) * (py - y);
    const most = reach + Math.max(value, 0);
    return !(square + away * away - 2 * Math.sqrt(square) * away * aside[k] > most * most);
  };
  const ringAt: Copies["ringAt"] = (px, py, nearest, k, views) => {
    if (!mayCount(px, py, k, views.value)) return false;
    const dx = px - x;
    const dy = py - y;
    see(dx, dy, nearest + k, views);
    if (k > 0 && 2 * k < count) see(dx, dy, nearest - k, views);
    return true;
  };
  const turn = (copy: number, slope: Slope): void => {
    const { x: u, y: v } = slope;
    slope.x = cos[copy] * u - sin[copy] * v;
    slope.y = sin[copy] * u + cos[copy] * v;
  };
  const cells = wedgeCells(x, y, first, Math.PI / count + BEYOND, Math.max(away, reach));
  const frame = [count, x, y, midX, midY, halfWidth, halfHeight, ...cells.frame];
  const placeOf = (copy: number) => turnAbout(x, y, cos[copy], sin[copy]);
  const copies: Copies = {
    ...cells,
    first: (px, py) => Math.round(((Math.atan2(py - y, px - x) - first) * count) / (2 * Math.PI)),
    ringAt,
    ring: (px, py, _block, k, views) => ringAt(px, py, 0, k, views),
    mayCount: (px, py, _block, k, value) => mayCount(px, py, k, value),
    placeOf,
    mayMiss: false,
    table: tableOf(cells.aheads, cos, sin, first),
    begin: (engine) => engine.beginAround(...frame),
    waysOf: (engine) => ({ locate: engine.locateAround, show: engine.showAround }),
    turn,
  };
  const around: DistanceField = {
    ...ofCopies(field, copies),
    ...known,
    within(level) {
      const one = field.within(level);
      const boxes = Array.from(cos, (c, k) => one && turnedBox(one, x, y, c, sin[k]));
      return boxes.reduce(boxAroundBoth);
    },
  };
  return isApart ? sampledByOutline(around, copiedOutline(field.outline, count, placeOf)) : around;
}

/** The lines across a wedge; and cosine and sine of each copy's rotation, and of the direction of its wedge. */
function tableOf(aheads: Float64Array, cos: Float64Array, sin: Float64Array, first: number): Float64Array {
  const count = cos.length;
  const table = new Float64Array(aheads.length + 8 * count);
  table.set(aheads);
  for (let k = 0; k < count; k++) {
    const at = aheads.length + 4 * k;
    const angle = (2 * Math.PI * k) / count + first;
    table[at] = cos[k];
    table[at + 1] = sin[k];
    table[at + 2] = Math.cos(angle);
    table[at + 3] = Math.sin(angle);
  }
  // All copies twice: counting on from any of them does not lead past the end.
  table.copyWithin(aheads.length + 4 * count, aheads.length, aheads.length + 4 * count);
  return table;
}

function wrapped(index: number, count: number): number {
  return ((index % count) + count) % count;
}
