import fc from "fast-check";
import {
  cornersOf,
  parsePathData,
  pathSegmentPlaces,
  pointAt,
  type Segment,
  splitSegment,
  startedAt,
  withCorner,
  withoutCorner,
} from "../src";

const number = fc.integer({ min: -50, max: 50 });
const command = fc.oneof(
  fc.tuple(number, number).map((p) => `L${p.join(" ")}`),
  fc.tuple(number, number).map((p) => `l${p.join(" ")}`),
  fc.tuple(number, number, number, number).map((p) => `Q${p.join(",")}`),
  fc.tuple(number, number, number, number, number, number).map((p) => `c ${p.join(" ")}`),
  fc.tuple(number, number).map((p) => `A 20 30 15 0 1 ${p.join(" ")}`),
  fc.array(number, { minLength: 1, maxLength: 3 }).map((p) => `H ${p.join(" ")}`),
);
const data = fc
  .tuple(number, number, fc.array(command, { minLength: 3, maxLength: 7 }), fc.boolean())
  .map(([x, y, commands, closed]) => `M ${x} ${y} ${commands.join(" ")}${closed ? " Z" : ""}`);

const places = (segments: readonly Segment[]): number[][] =>
  segments.flatMap((segment) => Array.from({ length: 9 }, (_, i) => pointAt(segment, i / 8)));

test("split segments trace the same curve at the same parameters", () => {
  fc.assert(
    fc.property(data, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (d, t) => {
      for (const segment of parsePathData(d).subpaths[0].segments) {
        const [a, b] = splitSegment(segment, t);
        for (let i = 0; i <= 8; i++) {
          const u = i / 8;
          const want = pointAt(segment, u);
          const got = u <= t ? pointAt(a, u / t) : pointAt(b, (u - t) / (1 - t));
          expect(Math.hypot(got[0] - want[0], got[1] - want[1])).toBeLessThan(1e-9);
        }
      }
    }),
  );
});

test("an outline begun elsewhere, or with a corner more, is the same outline; one corner less joins its neighbours", () => {
  fc.assert(
    fc.property(data, fc.nat(), (d, pick) => {
      const [subpath] = parsePathData(d).subpaths;
      const corners = cornersOf(subpath);
      const n = corners.length / 2;
      const corner = pick % n;
      const at = (i: number): number[] => [corners[2 * i], corners[2 * i + 1]];
      if (subpath.closed) {
        const turned = startedAt(subpath, corner);
        expect([turned.x, turned.y]).toEqual(at(corner));
        const everything = (s: typeof subpath) => places(startedAt(s, 0).segments).map(String).sort();
        expect(everything(turned)).toEqual(everything(subpath));
      }
      const edges = subpath.closed ? n : n - 1;
      const more = withCorner(subpath, corner % edges, 0.5);
      expect(cornersOf(more).length / 2).toBe(n + 1);
      const fewer = cornersOf(withoutCorner(subpath, corner));
      const rest = Array.from({ length: n }, (_, i) => i)
        .filter((i) => i !== corner)
        .flatMap(at);
      // Where neighbours coincide the join may have no length.
      expect([...fewer]).toEqual(rest.length === fewer.length ? rest : expect.anything());
    }),
  );
});

test("each segment of path data has the text that it comes from", () => {
  fc.assert(
    fc.property(data, (d) => {
      const [subpath] = parsePathData(d).subpaths;
      const [spans] = pathSegmentPlaces(d);
      expect(spans).toHaveLength(subpath.segments.length + (subpath.closed ? 1 : 0));
      spans.forEach(([from, to], i) => {
        const text = d.slice(from, to);
        const kinds: Partial<Record<Segment["kind"], RegExp>> = {
          line: /^[LlH\d-]/,
          quadratic: /^Q/,
          cubic: /^c/,
          arc: /^A/,
        };
        expect(text).toMatch(i < subpath.segments.length ? kinds[subpath.segments[i].kind]! : /^Z$/);
      });
      expect(spans.flat()).toEqual([...spans.flat()].sort((a, b) => a - b));
    }),
  );
  expect(pathSegmentPlaces("M0 0 5 5H9zm1 1v2")).toEqual([
    [
      [5, 8],
      [8, 10],
      [10, 11],
    ],
    [[15, 17]],
  ]);
});
