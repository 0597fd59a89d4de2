import { filled, type Operand } from "../../src";
import { Rational } from "./rational";

export type Areas = Record<"a" | "b" | "union" | "intersection" | "difference" | "xor", number>;

interface Edge {
  operand: 0 | 1;
  up: boolean;
  x0: Rational;
  y0: Rational;
  x1: Rational;
  y1: Rational;
}

/**
 * Areas of two operands and of the four operations on them, by cutting the plane into horizontal slabs at every vertex
 * and every crossing: within a slab edges do not cross, so that trapezoids between neighbours can be summed exactly.
 */
export function exactAreas(a: Operand, b: Operand): Areas {
  const coordinates = Rational.ofAll([a, b].flatMap(({ rings }) => rings.flatMap((ring) => [...ring])));
  const edges = [...edgesOf(a, 0, coordinates), ...edgesOf(b, 1, coordinates)];
  const levels = edges.flatMap(({ y0, y1 }) => [y0, y1]);
  edges.forEach((e, i) => {
    for (const f of edges.slice(i + 1)) {
      const y = crossingHeight(e, f);
      if (y) levels.push(y);
    }
  });
  levels.sort((p, q) => p.compare(q));
  const sums: Areas = { a: 0, b: 0, union: 0, intersection: 0, difference: 0, xor: 0 };
  for (let i = 0; i + 1 < levels.length; i++) {
    const [low, high] = [levels[i], levels[i + 1]];
    if (low.compare(high) === 0) continue;
    const middle = low.plus(high).over(new Rational(2n));
    const crossing = edges
      .filter((e) => e.y0.compare(low) <= 0 && e.y1.compare(high) >= 0)
      .map((e) => ({ ...e, x: xAt(e, middle) }))
      .sort((e, f) => e.x.compare(f.x));
    const winding = [0, 0];
    crossing.forEach((e, k) => {
      winding[e.operand] += e.up ? 1 : -1;
      if (k + 1 === crossing.length) return;
      const area = crossing[k + 1].x.minus(e.x).times(high.minus(low)).toNumber();
      const inA = filled(winding[0], a.fillRule);
      const inB = filled(winding[1], b.fillRule);
      if (inA) sums.a += area;
      if (inB) sums.b += area;
      if (inA || inB) sums.union += area;
      if (inA && inB) sums.intersection += area;
      if (inA && !inB) sums.difference += area;
      if (inA !== inB) sums.xor += area;
    });
  }
  return sums;
}

/** Takes the coordinates of its rings from the front of a list. */
function edgesOf({ rings }: Operand, operand: 0 | 1, coordinates: Rational[]): Edge[] {
  return rings.flatMap((given) => {
    const ring = coordinates.splice(0, given.length);
    return Array.from({ length: ring.length / 2 }, (_, i) => {
      const j = (2 * i + 2) % ring.length;
      const [x0, y0, x1, y1] = [ring[2 * i], ring[2 * i + 1], ring[j], ring[j + 1]];
      return y0.compare(y1) <= 0
        ? { operand, up: true, x0, y0, x1, y1 }
        : { operand, up: false, x0: x1, y0: y1, x1: x0, y1: y0 };
    }).filter(({ y0, y1 }) => y0.compare(y1) !== 0);
  });
}

function xAt(e: Edge, y: Rational): Rational {
  return e.x0.plus(e.x1.minus(e.x0).times(y.minus(e.y0)).over(e.y1.minus(e.y0)));
}

function crossingHeight(e: Edge, f: Edge): Rational | null {
  if (e.y1.compare(f.y0) < 0 || f.y1.compare(e.y0) < 0) return null;
  const [ux, uy] = [e.x1.minus(e.x0), e.y1.minus(e.y0)];
  const [vx, vy] = [f.x1.minus(f.x0), f.y1.minus(f.y0)];
  const cross = ux.times(vy).minus(uy.times(vx));
  if (cross.n === 0n) return null;
  const [wx, wy] = [f.x0.minus(e.x0), f.y0.minus(e.y0)];
  const t = wx.times(vy).minus(wy.times(vx)).over(cross);
  const s = wx.times(uy).minus(wy.times(ux)).over(cross);
  const [zero, one] = [new Rational(0n), new Rational(1n)];
  const within = (r: Rational): boolean => r.compare(zero) >= 0 && r.compare(one) <= 0;
  return within(t) && within(s) ? e.y0.plus(t.times(uy)) : null;
}
