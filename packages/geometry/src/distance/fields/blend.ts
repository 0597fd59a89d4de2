import { boxAroundBoth, boxInBoth, type DistanceField, least } from "./field";
import { joined } from "./measured";
import { complement } from "./sets";

/** How two fields run into each other: docs/distance.md, "Blends", derives both. */
export type BlendForm = "parabola" | "circle";

/** The union of two fields with a smooth way of some radius between their boundaries. A radius of 0 gives the plain one. */
export function blendedUnion(a: DistanceField, b: DistanceField, radius: number, form: BlendForm): DistanceField {
  const mix = form === "parabola" ? parabola : circle;
  const out = { value: 0, a: 0, b: 0 };
  const other = { x: 0, y: 0 };
  const lipschitz = Math.max(a.lipschitz, b.lipschitz) * (form === "circle" ? Math.SQRT2 : 1);
  const worth = lipschitz > 1 ? "neither" : "bound";
  return {
    at(x, y, slope) {
      mix(a.at(x, y, slope), b.at(x, y, slope && other), radius, out);
      if (slope) {
        slope.x = out.a * slope.x + out.b * other.x;
        slope.y = out.a * slope.y + out.b * other.y;
      }
      return out.value;
    },
    ...joined(a, b, ({ engine, count }, slot, other) => {
      if (form === "parabola") engine.parabolaBlend(count, slot, other, radius);
      else engine.circleBlend(count, slot, other, radius);
    }),
    worth: {
      inside: least(worth, a.worth.inside, b.worth.inside),
      outside: least(worth, a.worth.outside, b.worth.outside),
    },
    lipschitz,
    within(level) {
      const most = Math.max(0, level) + greatestBlend(radius, form);
      return boxAroundBoth(a.within(most), b.within(most));
    },
  };
}

export function blendedIntersection(
  a: DistanceField,
  b: DistanceField,
  radius: number,
  form: BlendForm,
): DistanceField {
  return {
    ...complement(blendedUnion(complement(a), complement(b), radius, form)),
    within: (level) => boxInBoth(a.within(level), b.within(level)),
  };
}

export function blendedDifference(a: DistanceField, b: DistanceField, radius: number, form: BlendForm): DistanceField {
  return { ...complement(blendedUnion(complement(a), b, radius, form)), within: a.within };
}

/** The greatest difference of a blend from the plain composition at places where that is not negative. */
export function greatestBlend(radius: number, form: BlendForm): number {
  return form === "parabola" ? radius / 4 : (Math.SQRT2 - 1) * radius;
}

interface Mixed {
  value: number;
  /** What the value grows by with a and with b. */
  a: number;
  b: number;
}

function parabola(a: number, b: number, radius: number, out: Mixed): void {
  const delta = a - b;
  if (delta >= radius || -delta >= radius) {
    out.value = Math.min(a, b);
    out.a = a <= b ? 1 : 0;
    out.b = 1 - out.a;
    return;
  }
  out.value = (a + b) / 2 - (delta * delta + radius * radius) / (4 * radius);
  out.a = 0.5 - delta / (2 * radius);
  out.b = 1 - out.a;
}

function circle(a: number, b: number, radius: number, out: Mixed): void {
  const p = radius - a;
  const q = radius - b;
  if (p <= 0 || q <= 0) {
    out.value = Math.min(a, b);
    out.a = a <= b ? 1 : 0;
    out.b = 1 - out.a;
    return;
  }
  const length = Math.sqrt(p * p + q * q);
  out.value = radius - length;
  out.a = p / length;
  out.b = q / length;
}
