import type { FillRule, Operand } from "../../src";

/** Numbers from 0 to 1, the same for the same seed (a linear congruential generator with its high bits mixed in). */
export function randomOf(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    const mixed = Math.imul(state ^ (state >>> 15), 0x2c1b3c6d) >>> 0;
    return ((mixed ^ (mixed >>> 13)) >>> 0) / 2 ** 32;
  };
}

type Points = [number, number][];
type Pair = [Points[], Points[]];

/** Kinds of operands that break what is not exact, each as a pair of lists of rings. */
export const FAMILIES: Record<string, (r: () => number) => Pair> = {
  stars: (r) => [[star(r, 5 + whole(r, 12))], [star(r, 5 + whole(r, 12))]],
  scribbles: (r) => [[scribble(r, 3 + whole(r, 8))], [scribble(r, 3 + whole(r, 8)), scribble(r, 4)]],
  lattice: (r) => [[lattice(r), lattice(r)], [lattice(r)]],
  nearly: (r) => {
    const ring = scribble(r, 3 + whole(r, 6));
    const size = 10 ** -(9 + 7 * r());
    return [[ring], [ring.map(([x, y]) => [x + size * (r() - 0.5), y + size * (r() - 0.5)])]];
  },
  collinear: (r) => {
    const [dx, dy] = [r(), r()];
    const ring = (): Points => [
      ...Array.from({ length: 5 }, (): [number, number] => {
        const t = whole(r, 10);
        return [t * dx, t * dy];
      }),
      [10 * r() * dx + 0.3, 10 * r() * dy],
    ];
    return [[ring()], [ring()]];
  },
  spikes: (r) => {
    const ring = scribble(r, 4);
    const tip: [number, number] = [r(), r()];
    return [
      [[...ring.slice(0, 2), tip, ring[1], ...ring.slice(2)]],
      [[ring[0], ring[1], ring[0], tip], scribble(r, 3)],
    ];
  },
  needles: (r) => [
    [needle(r), needle(r), needle(r)],
    [needle(r), needle(r)],
  ],
  duplicates: (r) => {
    const ring = scribble(r, 5).flatMap((point): Points => [point, point]);
    return [
      [ring, ring],
      [[...ring].reverse(), scribble(r, 3)],
    ];
  },
  cluster: (r) => {
    const place = (): [number, number] =>
      r() < 0.5 ? [r(), r()] : [0.5 + (r() - 0.5) * 2 ** -44, 0.5 + (r() - 0.5) * 2 ** -44];
    const ring = (): Points => Array.from({ length: 6 }, place);
    return [[ring()], [ring()]];
  },
  fans: (r) => {
    const [cx, cy] = [r(), r()];
    const ring = (): Points =>
      Array.from({ length: 8 }, (_, i) => (i % 2 ? [r(), r()] : [cx + 1e-15 * whole(r, 8), cy + 1e-15 * whole(r, 8)]));
    return [[ring()], [ring()]];
  },
  shifted: (r) => {
    const ring = star(r, 9);
    const [dx, dy] = [1e-13 * (r() - 0.5), r() < 0.5 ? 0 : 1e-3 * r()];
    return [[ring], [ring.map(([x, y]) => [x + dx, y + dy])]];
  },
  huge: (r) => scaled(FAMILIES.scribbles(r), 1e300),
  tiny: (r) => scaled(FAMILIES.lattice(r), 2 ** -1060),
  mixed: (r) => {
    const names = Object.keys(FAMILIES).filter((name) => !["mixed", "huge", "tiny"].includes(name));
    const [p, q] = [0, 1].map(() => FAMILIES[names[whole(r, names.length)]](r));
    return [
      [...p[0], ...q[1]],
      [...p[1], ...q[0]],
    ];
  },
};

/** The pair of operands of a case, and its family. */
export function pairOf(seed: number, index: number): { family: string; a: Operand; b: Operand } {
  const names = Object.keys(FAMILIES);
  const family = names[index % names.length];
  const r = randomOf(Math.imul(seed, 0x9e3779b1) ^ Math.imul(index + 1, 0x85ebca6b));
  for (let k = 0; k < 8; k++) r();
  const [p, q] = FAMILIES[family](r);
  const fillRule: FillRule = r() < 0.5 ? "nonzero" : "evenodd";
  const operand = (rings: Points[]): Operand => ({
    rings: rings.map((ring) => Float64Array.from(ring.flat())),
    fillRule,
  });
  return { family, a: operand(p), b: operand(q) };
}

function whole(r: () => number, below: number): number {
  return Math.floor(r() * below);
}

function scribble(r: () => number, count: number): Points {
  return Array.from({ length: count }, () => [r(), r()]);
}

function lattice(r: () => number): Points {
  const size = 2 + whole(r, 6);
  return Array.from({ length: 3 + whole(r, 8) }, () => [whole(r, size), whole(r, size)]);
}

function star(r: () => number, count: number): Points {
  const [cx, cy] = [r(), r()];
  return Array.from({ length: count }, (_, i) => {
    const [angle, radius] = [(2 * Math.PI * i) / count, 0.1 + 0.9 * r()];
    return [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)];
  });
}

function needle(r: () => number): Points {
  const [x, y, angle, width] = [r(), r(), 2 * Math.PI * r(), 10 ** -(3 + 12 * r())];
  return [
    [x, y],
    [x + Math.cos(angle), y + Math.sin(angle)],
    [x + Math.cos(angle + width), y + Math.sin(angle + width)],
  ];
}

function scaled(pair: Pair, factor: number): Pair {
  return pair.map((rings) =>
    rings.map((ring) => ring.map(([x, y]): [number, number] => [x * factor, y * factor])),
  ) as Pair;
}
