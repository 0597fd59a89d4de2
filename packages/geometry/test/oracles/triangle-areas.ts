import { type MultiPolygon, toCommonIntegers } from "../../src";

/** Twice the signed areas of polygons, one by one, and of others together, in exact integers of one scale. */
export function twiceAreaOf(polygons: MultiPolygon, others: MultiPolygon): { parts: bigint[]; whole: bigint } {
  const ringsOf = (all: MultiPolygon) => all.flatMap(({ outer, holes }) => [outer, ...holes]);
  const rings = [...ringsOf(polygons), ...ringsOf(others)];
  const { integers } = toCommonIntegers(rings.flatMap((ring) => [...ring]));
  let at = 0;
  const areas = rings.map((ring) => {
    let sum = 0n;
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const j = (i + 2) % n;
      sum += integers[at + i] * integers[at + j + 1] - integers[at + i + 1] * integers[at + j];
    }
    at += n;
    return sum;
  });
  const first = ringsOf(polygons).length;
  return { parts: areas.slice(0, first), whole: areas.slice(first).reduce((sum, area) => sum + area, 0n) };
}
