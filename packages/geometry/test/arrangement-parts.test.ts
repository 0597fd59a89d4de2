import fc from "fast-check";
import { combine, combineWithin } from "../src";
import { BentEdge } from "../src/arrangement/snapping/bent-edge";
import { comesWithin, mayComeWithin } from "../src/arrangement/snapping/clearance";
import { distinct } from "../src/arrangement/snapping/crossings";
import { JoinedSets } from "../src/arrangement/snapping/joined-sets";
import type { Meetings } from "../src/arrangement/snapping/meetings";
import { WorkObjects } from "../src/memory";
import { operandPair } from "./arbitraries";
import { textOf } from "./oracles/validity";

test("points are told apart however their bits lie, and numbered in the order in which they come first", () => {
  const place = fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 }));
  // Coordinates that share their low bits, or their high ones.
  const scale = fc.constantFrom(1, 2 ** 20, 2 ** 32, 2 ** 43);
  fc.assert(
    fc.property(fc.array(place, { maxLength: 60 }), scale, fc.integer({ min: -9, max: 9 }), (places, by, shift) => {
      const points = places.map(([x, y]) => [x * by + shift, y * by - shift]);
      const { x, y, numberOf } = distinct(
        Float64Array.from(points, ([px]) => px),
        Float64Array.from(points, ([, py]) => py),
      );
      const seen = [...new Set(points.map(String))];
      expect([...x].map((px, c) => `${px},${y[c]}`)).toEqual(seen);
      expect([...numberOf]).toEqual(points.map((point) => seen.indexOf(String(point))));
    }),
  );
});

test("joined sets are told by their least number", () => {
  const number = fc.nat(19);
  fc.assert(
    fc.property(fc.array(fc.tuple(number, number), { maxLength: 30 }), (pairs) => {
      const sets = new JoinedSets(20);
      let names = Array.from({ length: 20 }, (_, i) => i);
      for (const [i, j] of pairs) {
        sets.join(i, j);
        const [least, other] = [Math.min(names[i], names[j]), Math.max(names[i], names[j])];
        names = names.map((name) => (name === other ? least : name));
      }
      expect(names.map((_, i) => sets.of(i))).toEqual(names);
    }),
  );
});

test("points that come within a limit are never left out because their boxes lie apart", () => {
  const step = fc.integer({ min: -4, max: 4 });
  const offset = fc.double({ min: -0.5, max: 0.5, noNaN: true });
  let near = 0;
  let apart = 0;
  fc.assert(
    fc.property(step, step, fc.array(offset, { minLength: 4, maxLength: 4 }), (dx, dy, [px, py, qx, qy]) => {
      const points = { x: Float64Array.of(0, dx), y: Float64Array.of(0, dy) };
      const offsets = { x: Float64Array.of(px, qx), y: Float64Array.of(py, qy) };
      const may = mayComeWithin(points, offsets, 0, 1, 1.5);
      const comes = comesWithin(points, offsets, 0, 1, 1, 1.5);
      if (comes) expect(may).toBe(true);
      near += comes ? 1 : 0;
      apart += may ? 0 : 1;
    }),
    { numRuns: 500 },
  );
  expect(near).toBeGreaterThan(20);
  expect(apart).toBeGreaterThan(20);
});

test("points put into a bent edge one by one stand where they would in order, each place once", () => {
  const step = fc.nat(3);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(step, step), { minLength: 2, maxLength: 20 }),
      fc.constantFrom([1, 1], [1, -1], [-1, 1], [-1, -1]),
      fc.infiniteStream(fc.nat()),
      (steps, [across, up], keys) => {
        const way = steps.map((_, k) => {
          const [dx, dy] = steps.slice(0, k + 1).reduce(([x, y], [ex, ey]) => [x + ex, y + ey], [0, 0]);
          return [across * dx, up * dy];
        });
        const places = new Set(way.map(String));
        if (places.size < 2) return;
        const points = { x: Float64Array.from(way, ([x]) => x), y: Float64Array.from(way, ([, y]) => y) };
        const chain = new BentEdge();
        chain.begin(points as Meetings);
        chain.add(0);
        chain.add(way.length - 1);
        chain.finish();
        const order = way.map((_, k) => [k, keys.next().value as number]).sort(([, a], [, b]) => a - b);
        for (const [point] of order) chain.insert(point);
        const found = Array.from({ length: chain.length }, (_, k) => `${chain.x[k]},${chain.y[k]}`);
        expect(found).toEqual([...places]);
        expect(chain.point.slice(0, chain.length).every((point, k) => String(way[point]) === found[k])).toBe(true);
      },
    ),
  );
});

test("crossings and closed slivers come in lexicographic order, each once", () => {
  const inOrder = (values: Float64Array, size: number): void => {
    const rows = Array.from({ length: values.length / size }, (_, k) => [...values.slice(size * k, size * k + size)]);
    for (let k = 1; k < rows.length; k++) {
      const at = rows[k].findIndex((value, i) => value !== rows[k - 1][i]);
      expect(at).toBeGreaterThanOrEqual(0);
      expect(rows[k][at]).toBeGreaterThan(rows[k - 1][at]);
    }
  };
  let crossings = 0;
  let slivers = 0;
  fc.assert(
    fc.property(operandPair, ([a, b]) => {
      const noisy = { ...a, rings: a.rings.map((ring) => ring.map((value, k) => value * (1 + ((k * 7) % 5) * 1e-15))) };
      for (const result of [combine("xor", a, b), combine("union", a, noisy)]) {
        inOrder(result.crossings(), 2);
        inOrder(result.slivers(), 4);
        crossings += result.crossings().length;
        slivers += result.slivers().length;
      }
    }),
  );
  expect(crossings).toBeGreaterThan(100);
  expect(slivers).toBeGreaterThan(40);
});

test("working objects that are used again change nothing: operations in any order, and broken off", () => {
  const star = (count: number, turn: number) => ({
    rings: [
      Float64Array.from({ length: 2 * count }, (_, k) => {
        const angle = ((k >> 1) / count) * 2 * Math.PI + turn;
        return (1 + 0.3 * Math.cos(7 * angle + turn)) * (k & 1 ? Math.sin(angle) : Math.cos(angle));
      }),
    ],
    fillRule: "nonzero" as const,
  });
  // Touching squares are no work for the arrays of small arrangements; the last is too large for the objects that stay.
  const square = (x: number) => ({
    rings: [Float64Array.of(x, 0, x + 1, 0, x + 1, 1, x, 1)],
    fillRule: "nonzero" as const,
  });
  const works = [
    () => combine("union", square(0), square(1)),
    () => combine("xor", star(40, 0), star(40, 0)),
    () => combine("xor", star(700, 0), star(700, 0.3)),
    () => combine("union", star(2000, 0), star(2000, 0.1)),
    () => combine("intersection", star(2500, 0), star(2500, 0.3)),
    () => combineWithin("union", star(700, 0), star(700, 0.3), 3),
  ];
  const told = (k: number): string => {
    const result = works[k]();
    return result ? textOf(result.polygons) + String(result.crossings()) + result.report.movement : "broken off";
  };
  const first = works.map((_, k) => told(k));
  expect(first[5]).toBe("broken off");
  expect(new Set(first).size).toBe(works.length);
  fc.assert(
    fc.property(fc.array(fc.nat(works.length - 1), { minLength: 3, maxLength: 6 }), (order) => {
      for (const k of order) expect(told(k)).toBe(first[k]);
    }),
    { numRuns: 30 },
  );
});

test("one working object stays; who asks meanwhile, or for much, gets another one", () => {
  const objects = new WorkObjects(() => ({}));
  const one = objects.take(10);
  const other = objects.take(10);
  expect(other).not.toBe(one);
  objects.giveBack(other);
  objects.giveBack(one);
  const large = objects.take(1e6);
  expect(large).not.toBe(other);
  objects.giveBack(large);
  expect(objects.take(10)).toBe(other);
});
