import { ellipse } from "./ellipse";
import { arc, box, capsule, circle, circularSegment, corners, ring, ringSector, roundedBox } from "./forms";
import { polygon } from "./polygon";
import { star } from "./star";

/**
 * A form lies in memory as how many bytes it takes and its kind, both whole numbers, and the doubles of its kind. The kinds are those of
 * packages/geometry/src/distance/forms/form-numbers.ts.
 */
const KIND: usize = 4;
const HEAD: usize = 8;

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
    default:
      polygon(count, from + 16, form + load<i32>(form), a !== 0, b);
  }
}
