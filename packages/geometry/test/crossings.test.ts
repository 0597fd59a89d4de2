import fc from "fast-check";
import { directionAt, parsePathData, pointAt, principalAxes, properCrossings, rotation, transformPath } from "../src";
import { Rational } from "./oracles/rational";

type Place = [number, number];

/** Which side of the line a b the place c lies on, in exact fractions. */
function side(a: Place, b: Place, c: Place): number {
  const [ax, ay, bx, by, cx, cy] = Rational.ofAll([...a, ...b, ...c]);
  const left = bx.minus(ax).times(cy.minus(ay));
  return left.compare(by.minus(ay).times(cx.minus(ax)));
}

/** All pairs of edges, each decided in exact fractions. */
function crossingsByHand(outlines: { places: Place[]; closed: boolean }[]): string[] {
  const edges = outlines.flatMap(({ places, closed }, outline) =>
    places.slice(0, closed ? undefined : -1).map((a, edge) => ({
      id: `${outline}.${edge}`,
      a,
      b: places[(edge + 1) % places.length],
    })),
  );
  return edges
    .flatMap((p, i) =>
      edges.slice(i + 1).flatMap((q) => {
        const crosses = side(p.a, p.b, q.a) * side(p.a, p.b, q.b) < 0 && side(q.a, q.b, p.a) * side(q.a, q.b, p.b) < 0;
        return crosses ? [[p.id, q.id].sort().join(" ")] : [];
      }),
    )
    .sort();
}

test("proper crossings are exactly those that fractions find, on lattices and a hair beside them", () => {
  const coordinate = fc
    .tuple(fc.integer({ min: 0, max: 4 }), fc.constantFrom(0, 0, 0, 2 ** -50, -(2 ** -50)))
    .map(([n, off]) => n + off);
  const outline = fc.record({
    places: fc.array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 7 }),
    closed: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(outline, { minLength: 1, maxLength: 3 }), (outlines) => {
      const flat = outlines.map(({ places, closed }) => ({ vertices: Float64Array.from(places.flat()), closed }));
      const found = properCrossings(flat, 1000);
      const ids = found.map(({ first, second }) =>
        [`${first.outline}.${first.edge}`, `${second.outline}.${second.edge}`].sort().join(" "),
      );
      expect(ids.sort()).toEqual(crossingsByHand(outlines));
      for (const { x, y } of found) expect(x >= -1 && x <= 5 && y >= -1 && y <= 5).toBe(true);
    }),
  );
});

test("directions at the ends are the limits of chords, also where control points coincide with an end", () => {
  const number = fc.integer({ min: -20, max: 20 });
  const data = fc.oneof(
    fc.tuple(number, number).map((p) => `L ${p}`),
    fc.tuple(number, number, number, number).map((p) => `Q ${p}`),
    fc.tuple(number, number, number, number, number, number).map((p) => `C ${p}`),
    fc.tuple(number, number).map((p) => `C 0 0 ${p} 7 9`),
    fc.tuple(number, number).map((p) => `A 30 12 20 0 1 ${p}`),
  );
  fc.assert(
    fc.property(data, (d) => {
      const [segment] = parsePathData(`M 0 0 ${d}`).subpaths[0].segments;
      if (!segment) return;
      for (const t of [0, 1] as const) {
        const step = 1e-7;
        const [a, b] = t === 0 ? [0, step] : [1 - step, 1];
        const [p, q] = [pointAt(segment, a), pointAt(segment, b)];
        const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
        const length = Math.hypot(dx, dy);
        if (length < 1e-9) continue; // it stands still there: differences of doubles tell nothing
        const direction = directionAt(segment, t);
        expect(Math.hypot(dx / length - Math.cos(direction), dy / length - Math.sin(direction))).toBeLessThan(1e-3);
      }
    }),
  );
});

test("principal axes of an arc are its radii, however it was turned", () => {
  for (const degrees of [0, 17, 90, 200]) {
    const path = transformPath(parsePathData("M 40 0 A 40 15 0 0 1 -40 0"), rotation((degrees * Math.PI) / 180));
    const [arc] = path.subpaths[0].segments;
    if (arc.kind !== "arc") throw new Error("expected an arc");
    const { rx, ry, turned } = principalAxes(arc);
    expect([rx, ry]).toEqual([expect.closeTo(40, 9), expect.closeTo(15, 9)]);
    expect(Math.abs(Math.sin(turned - (degrees * Math.PI) / 180))).toBeLessThan(1e-9);
  }
});
