import {
  cleaned,
  type Operand,
  operandOf,
  type Path,
  type Polygon,
  parsePathData,
  rotation,
  type Segment,
  scaling,
  segmentsWithJoin,
  transformPath,
  translation,
} from "../../../src";

/** Random numbers from 0 to 1. */
export type Random = () => number;

export const whole = (r: Random, below: number): number => Math.floor(r() * below);
export const pick = <T>(r: Random, all: readonly T[]): T => all[whole(r, all.length)];
const list = (count: number, next: () => number): number[] => Array.from({ length: count }, next);

/** Path data within about ten units of the origin, one family each: what breaks what is not exact. */
const FAMILIES: Record<string, (r: Random) => string> = {
  lattice: (r) =>
    polyline(
      list(2 * (2 + whole(r, 6)), () => whole(r, 6)),
      r,
    ),
  doubled: (r) =>
    polyline(
      list(2 + whole(r, 4), () => whole(r, 9)).flatMap((v, i) => (i % 2 ? [] : [v, 3, v, 3])),
      r,
    ),
  scribble: (r) =>
    polyline(
      list(2 * (3 + whole(r, 6)), () => 10 * r()),
      r,
    ),
  needle: (r) => {
    const [angle, width] = [7 * r(), 10 ** -(1 + 6 * r())];
    const tip = (a: number): number[] => [10 * Math.cos(a), 10 * Math.sin(a)];
    return polyline([0, 0, ...tip(angle), ...tip(angle + width)], r);
  },
  "there and back": (r) => polyline([0, 0, -10, 0, -5 * whole(r, 3), 0, whole(r, 3), whole(r, 2)], r),
  cubic: (r) => `M${list(2, () => 10 * r())}C${list(6, () => 10 * r())}`,
  "lattice cubic": (r) => `M${list(2, () => whole(r, 5))}C${list(6, () => whole(r, 5))}`,
  cusp: (r) => {
    const [a, h, off] = [1 + 4 * r(), 1 + 8 * r(), r() < 0.4 ? 0 : 10 ** -(1 + 9 * r())];
    return `M${-a} 0C${a * (1 + off)} ${h} ${-a} ${h} ${a} 0`;
  },
  straight: (r) => `M0 0C${list(3, () => whole(r, 11) - 5).flatMap((v) => [v, 0])}`,
  folded: (r) => `M0 0Q${-10 * r()} ${r() < 0.5 ? 0 : 1e-3 * r()} ${whole(r, 3)} 0`,
  "flat arc": (r) =>
    `M0 0A${5 + 5 * r()} ${10 ** -(4 * r())} ${30 * whole(r, 4)} ${whole(r, 2)} ${whole(r, 2)} 8 ${whole(r, 3)}`,
  arc: (r) =>
    `M${list(2, () => 5 * r())}A${1 + 5 * r()} ${1 + 5 * r()} ${90 * r()} ${whole(r, 2)} ${whole(r, 2)} ${list(2, () => 5 * r())}`,
  loop: (r) => `M0 0C${8 + 4 * r()} ${5 * r()} ${-8 * r()} ${5 * r()} ${3 * r()} 0`,
  spiral: (r) => {
    const [turns, count] = [1 + 8 * r(), 100 + whole(r, 300)];
    const at = (i: number): number[] => {
      const [angle, radius] = [(2 * Math.PI * turns * i) / count, 1 + (9 * i) / count];
      return [radius * Math.cos(angle), radius * Math.sin(angle)];
    };
    return polyline(Array.from({ length: count }, (_, i) => at(i)).flat(), r);
  },
  rough: (r) => `M${roughRing(r, 10).join()}${r() < 0.5 ? "Z" : ""}`,
  joined: (r) =>
    `M0 0C${list(6, () => whole(r, 9))}L${list(2, () => whole(r, 9))}Q${list(4, () => whole(r, 9))}${r() < 0.5 ? "Z" : ""}`,
};

function polyline(points: number[], r: Random): string {
  return `M${points}${r() < 0.5 ? "Z" : ""}`;
}

/** A rough outline that crosses itself nowhere, of 60 to 500 vertices. */
function roughRing(r: Random, size: number): number[] {
  const [count, rough] = [60 + whole(r, 440), 0.3 * r() ** 2];
  return Array.from({ length: count }, (_, i) => {
    const [angle, radius] = [
      (2 * Math.PI * i) / count,
      size * (0.6 + 0.2 * Math.sin((9 * i) / count) + rough * (r() - 0.5)),
    ];
    return [radius * Math.cos(angle), radius * Math.sin(angle)];
  }).flat();
}

/** What a rough outline encloses: regions that many edges lie close to. */
export function roughPolygons(r: Random): Polygon[] {
  return cleaned([Float64Array.from(roughRing(r, 10))], "nonzero").polygons;
}

export interface RandomPath {
  family: string;
  path: Path;
  /** About the extent. */
  size: number;
}

/** A random path, turned and in a size from 1e-6 to 1e6, or as it is in a third of all cases: then it has ties. */
export function randomPath(r: Random): RandomPath {
  const family = pick(r, Object.keys(FAMILIES));
  const given = parsePathData(FAMILIES[family](r));
  if (r() < 0.34) return { family, path: given, size: 10 };
  const size = 10 ** whole(r, 13) / 1e6;
  const moved = transformPath(given, rotation(7 * r()));
  const place = r() < 0.5 ? translation(0, 0) : translation(10 * size * r(), -10 * size * r());
  return { family, path: transformPath(transformPath(moved, scaling(size, size)), place), size: 10 * size };
}

export function segmentsOf(path: Path): Segment[] {
  return path.subpaths.flatMap(segmentsWithJoin);
}

/** Valid polygons with holes: unions of squares of a lattice (seams, shared corners), or what scribbles enclose. */
export function randomPolygons(r: Random): Polygon[] {
  const rings =
    r() < 0.5
      ? Array.from({ length: 4 + whole(r, 14) }, () => {
          const [x, y, w, h] = [whole(r, 8), whole(r, 8), 1 + whole(r, 3), 1 + whole(r, 3)];
          return Float64Array.of(x, y, x + w, y, x + w, y + h, x, y + h);
        })
      : Array.from({ length: 1 + whole(r, 3) }, () => Float64Array.from(list(2 * (4 + whole(r, 6)), () => 10 * r())));
  return cleaned(rings, r() < 0.7 ? "evenodd" : "nonzero").polygons;
}

export function randomOperand(r: Random): Operand {
  return operandOf(randomPolygons(r));
}

/** Points of which many lie near outlines: near random vertices, at a distance of up to `reach`, or anywhere. */
export function pointsNear(r: Random, vertices: readonly (readonly [number, number])[], reach: number, count: number) {
  return Array.from({ length: count }, (): [number, number] => {
    const [x, y] = pick(r, vertices);
    return [x + reach * (2 * r() - 1), y + reach * (2 * r() - 1)];
  });
}
