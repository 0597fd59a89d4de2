import { copiedShape, isNear, unionWorth } from "./copied-shape";
import { type Copies, type Least, ofCopies } from "./copies";
import type { DistanceField } from "./field";
import { turnedBox } from "./placed";
import { type Roundness, roundnessOf } from "./roundness";
import { boxAroundBoth } from "./sets";

/** The greatest number of copies around a centre. */
export const MOST_AROUND = 1000;

/**
 * The union of `count` copies turned evenly about a centre, the given one among them, asked in the order of their directions. Throws
 * `RangeError` for other counts than 1 to 1,000, and for a shape without bounds.
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
  const [mx, my] = [(box.minX + box.maxX) / 2 - x, (box.minY + box.maxY) / 2 - y];
  const [halfWidth, halfHeight] = [(box.maxX - box.minX) / 2, (box.maxY - box.minY) / 2];
  const reach = Math.hypot(halfWidth, halfHeight);
  const away = Math.hypot(mx, my);
  const first = Math.atan2(my, mx);
  // Cosine of the least angle between a place and ring k. The compiled part finds the nearest copy within 2e-5 radians only.
  const aside = Float64Array.from({ length: count + 2 }, (_, k) =>
    Math.cos(Math.min(Math.PI, Math.max(0, ((2 * k - 1) * Math.PI) / count - 2e-5))),
  );
  const see = (dx: number, dy: number, copy: number, least: Least): void => {
    const k = wrapped(copy, count);
    const u = x + cos[k] * dx + sin[k] * dy;
    const v = y - sin[k] * dx + cos[k] * dy;
    if (isNear(box, u, v, least.value)) least.see(u, v, k);
  };
  const table = Float64Array.from({ length: 4 * count }, (_, i) => [cos, sin, aside, aside][i & 3][i >> 2]);
  const wedge = Math.PI / count;
  const frame = [count, x, y, mx, my, halfWidth, halfHeight, Math.cos(wedge), Math.sin(wedge)] as const;
  let round: Roundness | undefined;
  const copies: Copies = {
    limit: (Math.max(away, reach) * Math.PI) / count / 2,
    rings: count >> 1,
    inRings: () => count,
    first: (px, py) => Math.round(((Math.atan2(py - y, px - x) - first) * count) / (2 * Math.PI)),
    ring(px, py, nearest, k, least) {
      const dx = px - x;
      const dy = py - y;
      if (2 * k > count) return false;
      if (k > 0) {
        // Law of cosines: the least distance from p to the centre of a box of this ring, which reaches `reach` from there.
        const square = dx * dx + dy * dy;
        const most = reach + Math.max(least.value, 0);
        if (square + away * away - 2 * Math.sqrt(square) * away * aside[k] > most * most) return false;
      }
      see(dx, dy, nearest + k, least);
      if (k > 0) see(dx, dy, nearest - k, least);
      return true;
    },
    begin(places) {
      places.setTable(table);
      const { engine } = places;
      round ??= roundnessOf(field, box);
      engine.beginAround(...frame, round.reach, count < 3 ? Number.POSITIVE_INFINITY : round.play);
      const { seeNearestAround, seeBesideAround, seeAround, showNearestAround, showAround } = engine;
      return {
        seeNearest: seeNearestAround,
        seeBeside: seeBesideAround,
        see: seeAround,
        showNearest: showNearestAround,
        show: showAround,
      };
    },
    turn(copy, slope) {
      const { x: u, y: v } = slope;
      slope.x = cos[copy] * u - sin[copy] * v;
      slope.y = sin[copy] * u + cos[copy] * v;
    },
  };
  const isApart = count === 1 || away * Math.sin(Math.PI / count) > reach;
  return {
    ...ofCopies(field, copies),
    worth: unionWorth(given, isApart),
    lipschitz: Math.max(1, given.lipschitz),
    within(level) {
      const one = field.within(level);
      const boxes = Array.from(cos, (c, k) => one && turnedBox(one, x, y, c, sin[k]));
      return boxes.reduce(boxAroundBoth);
    },
  };
}

function wrapped(index: number, count: number): number {
  return ((index % count) + count) % count;
}
