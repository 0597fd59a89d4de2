import type { Engine } from "../assembly/engine";
import type { Measure, Places } from "../assembly/places";

/** Places of a part, at most. */
export const PART = 512;

/** Squares along a side of the one around all places, a power of two. */
const ALONG = 64;

/** The bits of a column's number with room between them for those of a row's. */
const SPREAD = Uint16Array.from({ length: ALONG }, (_, k) => {
  let spread = 0;
  for (let bit = 1; bit < ALONG; bit *= 2) spread += k & bit ? bit * bit : 0;
  return spread;
});

/** A square with all places in it. */
interface Around {
  left: number;
  top: number;
  width: number;
}

/**
 * Measures places in parts that lie close together, whatever order they come in: sorted by squares in Morton's order (G. M. Morton, 1966), in
 * which the squares of each quarter follow each other.
 */
export function measureCloseParts(places: Places, around: Around, measure: Measure, slot: number, free: number): void {
  const { engine, count } = places;
  const [xs, ys, values] = [free, free + 1, free + 2];
  const [fromX, fromY] = [engine.placeX.value, engine.placeY.value];
  const [toX, toY] = [engine.slotAt(xs), engine.slotAt(ys)];
  const given = [viewAt(engine, fromX, count), viewAt(engine, fromY, count)] as const;
  const order = closeOrder(...given, around);
  const sorted = [viewAt(engine, toX, count), viewAt(engine, toY, count)] as const;
  for (const [axis, view] of sorted.entries()) for (let k = 0; k < count; k++) view[k] = given[axis][order[k]];
  for (let begin = 0; begin < count; begin += PART) {
    places.count = Math.min(PART, count - begin);
    engine.setPlaces(toX + 8 * begin, toY + 8 * begin);
    measure(places, values, values + 1);
    // Memory may have grown.
    const [from, to] = [engine.slotAt(values), engine.slotAt(slot)].map((at) => viewAt(engine, at, count));
    for (let k = 0; k < places.count; k++) to[order[begin + k]] = from[k];
  }
  places.count = count;
  engine.setPlaces(fromX, fromY);
}

function viewAt({ memory }: Engine, at: number, count: number): Float64Array {
  return new Float64Array(memory.buffer, at, count);
}

/** The numbers of places by their squares' order. */
function closeOrder(xs: Float64Array, ys: Float64Array, { left, top, width }: Around): Uint16Array {
  const per = ALONG / width;
  const last = ALONG - 1;
  const squares = new Uint16Array(xs.length);
  for (let k = 0; k < xs.length; k++) {
    const column = Math.min(last, (xs[k] - left) * per);
    const row = Math.min(last, (ys[k] - top) * per);
    // Whole numbers: what is none is 0.
    squares[k] = SPREAD[column | 0] + 2 * SPREAD[row | 0];
  }
  const ends = new Uint16Array(ALONG * ALONG);
  for (const square of squares) ends[square]++;
  for (let square = 1; square < ends.length; square++) ends[square] += ends[square - 1];
  const order = new Uint16Array(xs.length);
  for (let k = xs.length - 1; k >= 0; k--) order[--ends[squares[k]]] = k;
  return order;
}
