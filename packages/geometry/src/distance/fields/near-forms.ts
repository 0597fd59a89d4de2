import { FORMS, type Places } from "../assembly/places";
import type { FormNumbers } from "../forms/form-numbers";
import { anySquares, blockCache, type Known, type Narrow, squareCache, widthFor } from "./square-cache";

/** Which of several forms have the least value. */
export interface NearForms {
  /** Lists, in a slot and those behind it, the forms that may have it within a radius of a place. Returns how many there are. */
  list(places: Places, slot: number, x: number, y: number, radius: number): number;
  /** Measures their least value at places in runs, whose middles are in slots from `free` on. Returns whether some need the exact fallback: −Infinity. */
  measure(places: Places, runs: number, slot: number, free: number): boolean;
  /** The same at places in no order, one by one. */
  measureEach(places: Places, slot: number, free: number): boolean;
}

/** Bytes of a slot, at least, and of a form in a list. */
const SLOT = 2 ** 16;
const ENTRY = 16;

/** A list of forms, with their values at a place: as packages/geometry/assembly/forms-near.ts has it. */
interface Listed extends Known {
  list: Float64Array;
  /** Those of a square's quarters, once one of them was asked for. */
  quarters?: readonly Listed[];
}

/** The forms of a union. A form that cannot have the least value in a square is not looked at in the squares within it. Null where they are too many. */
export function nearForms(forms: readonly FormNumbers[], size: number, usualWidth: () => number): NearForms | null {
  const length = forms.reduce((sum, form) => sum + form.length, 0);
  if (length > FORMS) return null;
  const numbers = new Float64Array(length);
  const list = new Float64Array(2 * forms.length);
  const begins = new Int32Array(list.buffer);
  let at = 0;
  for (const [k, form] of forms.entries()) {
    begins[4 * k] = 8 * at;
    numbers.set(form, at);
    at += form.length;
  }
  // Values infinitely far away tell nothing.
  const all: Listed = { x: Number.POSITIVE_INFINITY, y: 0, size: list.byteLength, list };
  let places!: Places;
  let begin = 0;
  let end = 0;
  const keep = ({ list }: Listed): void => {
    new Float64Array(places.engine.memory.buffer, begin, list.length).set(list);
    end = begin + list.byteLength;
  };
  const write = (known: Listed, x: number, y: number, radius: number): void => {
    keep(known);
    end = places.engine.formsNear(places.formsAt(numbers), begin, end, known.x, known.y, x, y, radius);
  };
  const read = (from: number, to: number): Float64Array =>
    new Float64Array(places.engine.memory.buffer.slice(from, to));
  /** Forms are measured at four places at once anyway. */
  const quartersOf = (known: Listed, radius: number, width: number): Listed[] => {
    const { engine } = places;
    keep(known);
    const first = engine.quartersNear(places.formsAt(numbers), begin, end, known.x, known.y, width, radius);
    const ends = new Int32Array(engine.memory.buffer, engine.quarterEnds.value, 4);
    const lists = read(first, ends[3]);
    let from = 0;
    return Array.from(ends, (end, k) => {
      const list = lists.subarray(from, (end - first) / 8);
      from += list.length;
      const x = known.x + (k % 2 ? width : -width) / 2;
      const y = known.y + (k < 2 ? -width : width) / 2;
      return { x, y, size: list.byteLength, list };
    });
  };
  const narrow: Narrow<Listed> = (known, x, y, radius, width) => {
    if (known === all) {
      write(known, x, y, radius);
      const list = read(begin, end);
      return { x, y, size: list.byteLength, list };
    }
    known.quarters ??= quartersOf(known, radius, width);
    return known.quarters[(x < known.x ? 0 : 1) + (y < known.y ? 0 : 2)];
  };
  const beginAt = (given: Places, slot: number): void => {
    places = given;
    // There has to be memory for a list, its values at four places and four lists.
    places.engine.slotAt(slot + Math.ceil((8 * all.size) / SLOT));
    begin = places.engine.slotAt(slot);
  };
  const squares = squareCache(all, anySquares(size), narrow);
  const blocks = blockCache(all, size, narrow);
  return {
    list(given, slot, x, y, radius) {
      beginAt(given, slot);
      const block = places.blocks && blocks(places.blocks, x, y, radius);
      if (block) keep(block);
      else write(squares(x, y, widthFor(radius)), x, y, radius);
      return (end - begin) / ENTRY;
    },
    measure({ engine, count }, runs, slot, free) {
      return engine.leastOfForms(count, runs, places.formsAt(numbers), begin, end, slot, free) !== 0;
    },
    measureEach(given, slot, free) {
      beginAt(given, free);
      const { engine, count } = places;
      const [xs, ys] = [engine.placeX.value, engine.placeY.value].map(
        (at) => new Float64Array(engine.memory.buffer, at, count),
      );
      const width = usualWidth();
      let areUnsure = false;
      for (let from = 0; from < count; ) {
        const known = squares(xs[from], ys[from], width);
        let to = from + 1;
        while (to < count && squares(xs[to], ys[to], width) === known) to++;
        keep(known);
        const all = places.formsAt(numbers);
        if (engine.leastAtEach(from, to, all, begin, end, known.x, known.y, slot)) areUnsure = true;
        from = to;
      }
      return areUnsure;
    },
  };
}
