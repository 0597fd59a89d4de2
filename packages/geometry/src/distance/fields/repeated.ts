import type { Bounds } from "../../polygon";
import type { Slope } from "../forms";
import { byPlaces, type DistanceField, grownBox, least } from "./field";
import { placedField } from "./placed";
import { boxAroundBoth } from "./sets";

/** How often, and how far apart, a shape is repeated; the given one stands at the corner of least x and y. */
export interface Repetition {
  stepX: number;
  stepY: number;
  columns: number;
  rows: number;
}

/** More copies around a centre are not made. */
export const MOST_AROUND = 1000;

/**
 * The union of copies on a grid. At a place the copies around are asked ring by ring, until those of the next ring are further away
 * than the best value: exact as the union is, whatever reaches into neighbouring cells. Throws `RangeError` for steps that are not
 * greater than 0, counts that are no whole numbers from 1 on, and a shape without bounds.
 */
export function repeatedField(given: DistanceField, { stepX, stepY, columns, rows }: Repetition): DistanceField {
  if (!(stepX > 0 && stepY > 0)) throw new RangeError("a field is repeated by steps greater than 0");
  if (![columns, rows].every((count) => Number.isInteger(count) && count >= 1))
    throw new RangeError("a field is repeated 1, 2, … times");
  const box = boundsOf(given);
  // Copies of nothing are nothing.
  if (!box) return given;
  const field = noLessThan(given, box);
  const [halfWidth, halfHeight] = [(box.maxX - box.minX) / 2, (box.maxY - box.minY) / 2];
  const [cx, cy] = [box.minX + halfWidth, box.minY + halfHeight];
  const all = { ...box, maxX: box.maxX + (columns - 1) * stepX, maxY: box.maxY + (rows - 1) * stepY };
  const best = new Best(field);
  const at: DistanceField["at"] = (x, y, slope) => {
    // The copy whose middle is nearest, and rings of copies around it.
    const ci = clamped(Math.round((x - cx) / stepX), columns);
    const cj = clamped(Math.round((y - cy) / stepY), rows);
    const outX = Math.max(0, all.minX - x, x - all.maxX);
    const outY = Math.max(0, all.minY - y, y - all.maxY);
    best.begin(x - ci * stepX, y - cj * stepY, slope);
    const most = Math.max(ci, columns - 1 - ci, cj, rows - 1 - cj);
    for (let ring = 1; ring <= most; ring++) {
      // No box of this ring, or of one further out, is nearer in x, or in y.
      const gapX = sideGap(x - cx - ci * stepX, ring * stepX, halfWidth, ci >= ring, ci + ring < columns);
      const gapY = sideGap(y - cy - cj * stepY, ring * stepY, halfHeight, cj >= ring, cj + ring < rows);
      const gap = Math.min(Math.hypot(Math.max(gapX, outX), outY), Math.hypot(outX, Math.max(gapY, outY)));
      if (gap > Math.max(best.value, 0)) break;
      for (let i = Math.max(0, ci - ring); i <= Math.min(columns - 1, ci + ring); i++) {
        const step = i === ci - ring || i === ci + ring ? 1 : 2 * ring;
        for (let j = cj - ring; j <= cj + ring; j += step)
          if (j >= 0 && j < rows) best.offer(field, x - i * stepX, y - j * stepY, slope);
      }
    }
    return best.value;
  };
  const isApart = (columns === 1 || 2 * halfWidth < stepX) && (rows === 1 || 2 * halfHeight < stepY);
  return {
    at,
    ...byPlaces(at),
    worth: unionWorth(given, isApart),
    lipschitz: Math.max(1, given.lipschitz),
    within(level) {
      const one = given.within(level);
      return one && { ...one, maxX: one.maxX + (columns - 1) * stepX, maxY: one.maxY + (rows - 1) * stepY };
    },
  };
}

/**
 * The union of `count` copies turned evenly about a centre, the given one among them, asked in the order of their directions. Throws
 * `RangeError` for other counts than 1 to 1,000, and for a shape without bounds.
 */
export function aroundField(given: DistanceField, x: number, y: number, count: number): DistanceField {
  if (!(Number.isInteger(count) && count >= 1 && count <= MOST_AROUND))
    throw new RangeError(`copies around a centre are 1 to ${MOST_AROUND}`);
  const box = boundsOf(given);
  // Copies of nothing are nothing.
  if (!box) return given;
  const field = noLessThan(given, box);
  const copies = Array.from({ length: count }, (_, k) => {
    const angle = (2 * Math.PI * k) / count;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const map = { a: cos, b: sin, c: -sin, d: cos, e: x - cos * x + sin * y, f: y - sin * x - cos * y };
    return placedField(field, map);
  });
  const [mx, my] = [(box.minX + box.maxX) / 2 - x, (box.minY + box.maxY) / 2 - y];
  const reach = Math.hypot(box.maxX - box.minX, box.maxY - box.minY) / 2;
  const away = Math.hypot(mx, my);
  const first = Math.atan2(my, mx);
  const best = new Best(field);
  const at: DistanceField["at"] = (px, py, slope) => {
    const length = Math.hypot(px - x, py - y);
    const nearest = Math.round(((Math.atan2(py - y, px - x) - first) * count) / (2 * Math.PI));
    best.value = Number.POSITIVE_INFINITY;
    for (let ring = 0; 2 * ring <= count; ring++) {
      // The middle of a copy that far around lies so far from p at least, and its box within reach of it.
      const angle = (Math.max(0, ring - 0.5) * 2 * Math.PI) / count;
      const squared = length * length + away * away - 2 * length * away * Math.cos(angle);
      if (ring > 0 && Math.sqrt(Math.max(0, squared)) - reach > Math.max(best.value, 0)) break;
      best.offer(copies[wrapped(nearest + ring, count)], px, py, slope);
      if (ring > 0) best.offer(copies[wrapped(nearest - ring, count)], px, py, slope);
    }
    return best.value;
  };
  const isApart = count === 1 || away * Math.sin(Math.PI / count) > reach;
  return {
    at,
    ...byPlaces(at),
    worth: unionWorth(given, isApart),
    lipschitz: Math.max(1, given.lipschitz),
    within: (level) => copies.map((copy) => copy.within(level)).reduce(boxAroundBoth),
  };
}

/** The least value so far, and its gradient. */
class Best {
  value = Number.POSITIVE_INFINITY;
  private readonly other: Slope = { x: 0, y: 0 };

  constructor(private readonly field: DistanceField) {}

  begin(x: number, y: number, slope: Slope | undefined): void {
    this.value = this.field.at(x, y, slope);
  }

  offer(field: DistanceField, x: number, y: number, slope: Slope | undefined): void {
    const value = field.at(x, y, slope && this.other);
    if (value >= this.value) return;
    this.value = value;
    if (!slope) return;
    slope.x = this.other.x;
    slope.y = this.other.y;
  }
}

/** How far two columns of boxes lie from p, which is so far right of the middle between them; infinite where there is none. */
function sideGap(from: number, step: number, half: number, hasLeft: boolean, hasRight: boolean): number {
  const left = hasLeft ? from + step - half : Number.POSITIVE_INFINITY;
  const right = hasRight ? step - from - half : Number.POSITIVE_INFINITY;
  return Math.max(0, Math.min(left, right));
}

/** A bound may be less than the distance to the box around its shape: that is a bound, too, and copies far away stay out of it. */
function noLessThan(field: DistanceField, box: Bounds): DistanceField {
  if (field.worth.outside === "exact") return field;
  const at: DistanceField["at"] = (x, y, slope) => {
    const value = field.at(x, y, slope);
    const [dx, dy] = [Math.max(box.minX - x, 0, x - box.maxX), Math.max(box.minY - y, 0, y - box.maxY)];
    const gap = Math.hypot(dx, dy);
    if (gap <= Math.max(value, 0)) return value;
    if (slope) {
      slope.x = x < box.minX ? -dx / gap : dx / gap;
      slope.y = y < box.minY ? -dy / gap : dy / gap;
    }
    return gap;
  };
  return { ...field, at, ...byPlaces(at), within: (level) => grownBox(box, Math.max(0, level)) };
}

function unionWorth({ worth }: DistanceField, isApart: boolean): DistanceField["worth"] {
  return { inside: isApart ? worth.inside : least(worth.inside, "bound"), outside: worth.outside };
}

function boundsOf(field: DistanceField): Bounds | null {
  const box = field.within(0);
  if (box && ![box.minX, box.minY, box.maxX, box.maxY].every(Number.isFinite))
    throw new RangeError("what is repeated has to have bounds");
  return box;
}

function clamped(index: number, count: number): number {
  return Math.min(count - 1, Math.max(0, index));
}

function wrapped(index: number, count: number): number {
  return ((index % count) + count) % count;
}
