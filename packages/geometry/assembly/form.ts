import { ellipse } from "./ellipse";
import { arc, box, capsule, circle, circularSegment, corners, ring, ringSector, roundedBox } from "./forms";
import { writeSeen } from "./joins";
import { both, bytes, out, placeX, placeY, setPlaces, TWO, writeTo } from "./places";
import { polygon } from "./polygon";
import { star } from "./star";

/**
 * A form lies in memory as how many bytes it takes and its kind, both whole numbers, and the doubles of its kind. The kinds are those of
 * packages/geometry/src/distance/forms/form-numbers.ts.
 */
const KIND: usize = 4;
const HEAD: usize = 8;

/** Places that are measured together. */
const TOGETHER: i32 = 512;

/** The places that others come from, with room for those that are read beyond. */
const seenX = memory.data(4096 + 64);
const seenY = memory.data(4096 + 64);

/** Measures a form at a list of places. */
export function measureForm(form: usize, count: i32): void {
  const from = form + HEAD;
  const a = load<f64>(from);
  const b = load<f64>(from, 8);
  const c = load<f64>(from, 16);
  const d = load<f64>(from, 24);
  const e = load<f64>(from, 32);
  const f = load<f64>(from, 40);
  const g = load<f64>(from, 48);
  const h = load<f64>(from, 56);
  switch (load<i32>(form, KIND)) {
    case 0:
      circle(count, a, b, c);
      break;
    case 1:
      ring(count, a, b, c, d);
      break;
    case 2:
      box(count, a, b, c, d);
      break;
    case 3:
      roundedBox(count, a, b, c, d, e, f, g, h);
      break;
    case 4:
      capsule(count, a, b, c, d, e);
      break;
    case 5:
      arc(count, a, b, c, d, e, f, g);
      break;
    case 6:
      circularSegment(count, a, b, c, d, e, f, g);
      break;
    case 7:
      ringSector(count, a, b, c, d, e, f, g, h);
      break;
    case 8:
      corners(count, from, form + load<i32>(form));
      break;
    case 9:
      star(count, a, b, c, d, e, f, g, from + 56, form + load<i32>(form));
      break;
    case 10:
      ellipse(count, a, b, c, d, e !== 0);
      break;
    case 12:
      placed(count, from + 48, a, b, c, d, e, f);
      break;
    case 13:
      grown(count, from + 8, a);
      break;
    case 14:
      stroked(count, from + 8, a);
      break;
    case 15:
      turnedOver(count, from);
      break;
    default:
      polygon(count, from + 16, form + load<i32>(form), a !== 0, b);
  }
}

// Forms that are made of another one, whose numbers follow theirs. What needs the exact fallback stays −Infinity.

/** A form that is moved, turned, mirrored or scaled evenly by the map a b c d e f. */
function placed(count: i32, form: usize, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64): void {
  const xs = placeX;
  const ys = placeY;
  const to = out;
  const scale = sqrt(a * a + b * b);
  for (let place = 0; place < count; place += TOGETHER) {
    const begin = bytes(place);
    const places = min(TOGETHER, count - place);
    setPlaces(xs + begin, ys + begin);
    writeSeen(places, seenX, seenY, a, b, c, d, e, f);
    setPlaces(seenX, seenY);
    writeTo(to + begin);
    measureForm(form, places);
    if (scale !== 1)
      for (let at = to + begin; at < to + begin + bytes(places); at += TWO)
        v128.store(at, f64x2.mul(v128.load(at), both(scale)));
  }
  setPlaces(xs, ys);
  writeTo(to);
}

/** A form that is grown by a distance. */
function grown(count: i32, form: usize, by: f64): void {
  measureForm(form, count);
  for (let at = out; at < out + bytes(count); at += TWO) v128.store(at, f64x2.sub(v128.load(at), both(by)));
}

/** What is inside of a form outside, and the other way round. */
function turnedOver(count: i32, form: usize): void {
  measureForm(form, count);
  for (let at = out; at < out + bytes(count); at += TWO) {
    const value = v128.load(at);
    const turned = f64x2.sub(both(0), value);
    v128.store(at, v128.bitselect(value, turned, f64x2.eq(value, both(-Infinity))));
  }
}

/** What lies within half a width of a form's boundary. */
function stroked(count: i32, form: usize, half: f64): void {
  measureForm(form, count);
  for (let at = out; at < out + bytes(count); at += TWO) {
    const value = v128.load(at);
    const stroke = f64x2.sub(f64x2.abs(value), both(half));
    v128.store(at, v128.bitselect(value, stroke, f64x2.eq(value, both(-Infinity))));
  }
}
