import { signedArea } from "@vertexon/geometry";
import fc from "fast-check";
import { applyEdits, type Shape, Sheet, type VertexChange, vertexEdits } from "../src";

const shapeIn = (script: string): { shape: Shape; from: number; text: string } => {
  const { definitions } = new Sheet().update(script);
  const { span, value } = definitions.find(({ name }) => name === "a")!;
  return { shape: value as Shape, from: span.from, text: script.slice(span.from, span.to) };
};
const changed = (script: string, change: VertexChange): string => {
  const { shape, from, text } = shapeIn(script);
  return applyEdits(script, vertexEdits(text, from, shape, change));
};
const cornersIn = (script: string): [number, number][] => {
  const [c] = shapeIn(script).shape.corners;
  return Array.from({ length: c.length / 2 }, (_, i) => [c[2 * i], c[2 * i + 1]]);
};

test("corners written one by one: inserted, removed, swapped, started anew, reversed, as a list of points would be", () => {
  const place = fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 0, max: 99 }));
  fc.assert(
    fc.property(
      fc.array(place, { minLength: 4, maxLength: 9 }),
      fc.constantFrom("polygon", "polyline", "smooth"),
      fc.boolean(),
      fc.nat(),
      place,
      (points, name, listed, pick, [x, y]) => {
        const told = points.map((p) => `(${p.join(", ")})`).join(", ");
        const script = `// before\na = ${name}(${listed ? `(${told})` : told}).move(3, -4)\n`;
        const at = (p: readonly number[]): [number, number] => [p[0] + 3, p[1] - 4];
        const n = points.length;
        const corner = pick % n;
        const change = (kind: "remove" | "start" | "earlier" | "later") =>
          cornersIn(changed(script, { kind, subpath: 0, corner }));
        expect(
          cornersIn(changed(script, { kind: "insert", subpath: 0, corner, x: x + 3, y: y - 4, decimals: 2 })),
        ).toEqual(points.toSpliced(corner + 1, 0, [x, y]).map(at));
        expect(change("remove")).toEqual(points.toSpliced(corner, 1).map(at));
        expect(change("start")).toEqual([...points.slice(corner), ...points.slice(0, corner)].map(at));
        const next = (corner + 1) % n;
        expect(change("later")).toEqual(points.with(corner, points[next]).with(next, points[corner]).map(at));
        const back = [...points].reverse();
        const reversed = name === "polyline" ? back : [points[0], ...back.slice(0, -1)];
        expect(cornersIn(changed(script, { kind: "reverse", subpath: 0 }))).toEqual(reversed.map(at));
      },
    ),
    { numRuns: 25 },
  );
});

test("path data: a corner more leaves the outline as it is, and so does another start; reversed it turns the other way", () => {
  const script =
    'a = path("M 10 40 C 20 0 60 0 70 40 A 20 30 10 0 1 40 70 Q 20 80 10 60 Z m 60 60 h 9 v 9 z").scale(2)';
  const before = shapeIn(script).shape;
  const area = (s: string): number => signedArea(shapeIn(s).shape.flat.subpaths[0].vertices);
  for (let corner = 0; corner < 4; corner++) {
    const { x, y } = { x: before.corners[0][2 * corner] + 1, y: before.corners[0][2 * corner + 1] - 3 };
    const more = changed(script, { kind: "insert", subpath: 0, corner, x, y, decimals: 2 });
    expect(shapeIn(more).shape.corners[0].length).toBe(before.corners[0].length + 2);
    expect(Math.abs(area(more) - area(script))).toBeLessThan(2);
    const restarted = changed(script, { kind: "start", subpath: 0, corner });
    expect([...shapeIn(restarted).shape.corners[0].slice(0, 2)].map((v) => Math.round(v * 1e6) / 1e6)).toEqual(
      [...before.corners[0].slice(2 * corner, 2 * corner + 2)].map((v) => Math.round(v * 1e6) / 1e6),
    );
    expect(area(restarted)).toBeCloseTo(area(script), 0);
    const fewer = shapeIn(changed(script, { kind: "remove", subpath: 0, corner })).shape;
    const rest = cornersIn(script).toSpliced(corner, 1);
    expect(fewer.corners[0].length / 2).toBe(rest.length);
  }
  expect(area(changed(script, { kind: "reverse", subpath: 0 }))).toBeCloseTo(-area(script), 0);
  expect(shapeIn(changed(script, { kind: "remove", subpath: 1, corner: 1 })).shape.corners[1]).toHaveLength(4);
});

test.each<[string, VertexChange, string]>([
  ["a = circle((10, 10), radius: 5)", { kind: "reverse", subpath: 0 }, "its corners are not written one by one"],
  ["a = polygon(each k from 0 to 4: polar(9, k * 72deg))", { kind: "remove", subpath: 0, corner: 0 }, "not written"],
  ["a = polygon((0, 0), (9, 0), (0, 9))", { kind: "remove", subpath: 0, corner: 0 }, "a polygon needs at least 3"],
  ['a = path("M 0 0 H 9 V 9")', { kind: "start", subpath: 0, corner: 1 }, "an open outline starts where it starts"],
])("%s refuses what it cannot do", (script, change, message) => {
  expect(() => changed(script, change)).toThrow(message);
});
