import { type Affine, transformPoint } from "../../path";
import type { Bounds } from "../../polygon";
import { placedNumbers } from "../forms/changed-forms";
import type { DistanceField } from "./field";
import { copiedOutline, sampledByOutline } from "./known-outline";
import { byMeasure, listOrder, type Measured } from "./measured";

/**
 * A field whose shape is moved, turned, mirrored or scaled evenly: the value at the place that p came from, scaled. Throws
 * `RangeError` for a map that stretches unevenly, or to nothing.
 */
export function placedField(field: DistanceField, map: Affine): DistanceField {
  const { a, b, c, d, e, f } = map;
  const scale = Math.hypot(a, b);
  const isEven =
    scale > 0 && Math.abs(Math.hypot(c, d) - scale) <= 1e-9 * scale && Math.abs(a * c + b * d) <= 1e-9 * scale * scale;
  if (!isEven) throw new RangeError("a field is moved, turned, mirrored, or scaled by the same factor along x and y");
  const squared = scale * scale;
  const at: DistanceField["at"] = (x, y, slope) => {
    const dx = x - e;
    const dy = y - f;
    const value = scale * field.at((a * dx + b * dy) / squared, (c * dx + d * dy) / squared, slope);
    if (slope) {
      const { x: u, y: v } = slope;
      slope.x = (a * u + c * v) / scale;
      slope.y = (b * u + d * v) / scale;
    }
    return value;
  };
  const placed: DistanceField = {
    at,
    ...placedMeasured(field, map),
    form: () => placedNumbers(field.form?.(), map),
    worth: field.worth,
    lipschitz: field.lipschitz,
    within(level) {
      const box = field.within(level / scale);
      return box && mappedBox(box, map);
    },
  };
  const outline = copiedOutline(field.outline, 1, () => map);
  // A grid that is only moved back stays one.
  return isMove(map) && field.order !== "rows"
    ? {
        ...placed,
        outline,
        order: field.order,
        sample: (grid, values) => field.sample({ ...grid, x: grid.x - e, y: grid.y - f }, values),
      }
    : sampledByOutline(placed, outline);
}

function placedMeasured(field: DistanceField, { a, b, c, d, e, f }: Affine): Measured {
  const scale = Math.sqrt(a * a + b * b);
  return byMeasure((places, slot, free) => {
    const { engine, count } = places;
    const [x, y] = [engine.placeX.value, engine.placeY.value];
    engine.seePlaces(count, free, a, b, c, d, e, f);
    field.measure(places, slot, free + 2);
    engine.setPlaces(x, y);
    if (scale !== 1) engine.scaled(count, slot, scale);
  }, listOrder(field.order));
}

function isMove({ a, b, c, d }: Affine): boolean {
  return a === 1 && b === 0 && c === 0 && d === 1;
}

/** Around a box that is turned about a place. */
export function turnedBox(box: Bounds, x: number, y: number, cos: number, sin: number): Bounds {
  return mappedBox(box, turnAbout(x, y, cos, sin));
}

/** The map that turns the plane about a place. */
export function turnAbout(x: number, y: number, cos: number, sin: number): Affine {
  return { a: cos, b: sin, c: -sin, d: cos, e: x - cos * x + sin * y, f: y - sin * x - cos * y };
}

function mappedBox({ minX, minY, maxX, maxY }: Bounds, map: Affine): Bounds {
  if (![minX, minY, maxX, maxY].every(Number.isFinite)) return { minX, minY, maxX, maxY };
  const corners = [
    transformPoint(map, minX, minY),
    transformPoint(map, maxX, minY),
    transformPoint(map, minX, maxY),
    transformPoint(map, maxX, maxY),
  ];
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => y);
  return { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) };
}
