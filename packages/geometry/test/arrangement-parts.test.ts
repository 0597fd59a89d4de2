import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import fc from "fast-check";
import { comesWithin, mayComeWithin } from "../src/arrangement/clearance";
import { distinct } from "../src/arrangement/crossings";
import { JoinedSets } from "../src/arrangement/joined-sets";
import { keepExamples, kept } from "../src/arrangement/kept";

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

test("objects are kept while examples are made, and not before or after", async () => {
  setFlagsFromString("--expose-gc");
  const collectGarbage = runInNewContext("gc") as () => void;
  const made: WeakRef<object>[] = [];
  const make = (): void => {
    made.push(new WeakRef(kept({ size: made.length })));
  };
  make();
  keepExamples(make);
  const failing = (): void =>
    keepExamples(() => {
      throw new Error("no example");
    });
  expect(failing).toThrow("no example");
  make();
  // What a weak reference was made for lives until the end of the turn.
  await new Promise((resolve) => setTimeout(resolve, 0));
  collectGarbage();
  expect(made.map((reference) => reference.deref() !== undefined)).toEqual([false, true, false]);
});
