import fc from "fast-check";
import {
  imageAfter,
  imageBefore,
  leastImage,
  SHAPES,
  SINGLE,
  STEPS,
  stepped,
  withoutOutside,
} from "../src/regions/symmetries";

const set = fc.integer().map((bits) => bits & ~1);
const steps = fc.nat(STEPS.length);

/** The set of the regions of five shapes for which a test of the shapes that hold them says so. */
const regionsWhere = (test: (inside: boolean[]) => boolean): number => {
  let found = 0;
  for (let k = 0; k < 1 << SHAPES; k++)
    if (test(Array.from({ length: SHAPES }, (_, shape) => ((k >> shape) & 1) === 1))) found |= 1 << k;
  return found;
};

test("the steps lead through all 3840 images of a set without symmetries, each once", () => {
  // A path a - b - c - d - e with one end marked has no symmetry but itself.
  const path = regionsWhere(([a, b, c, d, e]) => (a && b) || (b && !c) || (c && d && !e) || (d && e && a));
  const seen = new Set([path]);
  let at = path;
  for (const step of STEPS) {
    at = stepped(at, step);
    seen.add(at);
  }
  expect(STEPS).toHaveLength(3839);
  expect(seen.size).toBe(3840);
});

test("a step turns one shape inside out or swaps two, and undoes itself", () => {
  fc.assert(
    fc.property(set, fc.nat(2 * SHAPES - 2), (of, step) => {
      const after = stepped(of, step);
      expect(stepped(after, step)).toBe(of);
      for (let k = 0; k < 1 << SHAPES; k++) {
        const i = step - SHAPES;
        const pair = (k >> i) & 3;
        const from = step < SHAPES ? k ^ (1 << step) : pair === 1 || pair === 2 ? k ^ (3 << i) : k;
        expect((after >>> k) & 1).toBe((of >>> from) & 1);
      }
    }),
  );
});

test("all images of a set have the same least one, and the way there leads back", () => {
  fc.assert(
    fc.property(set, steps, (of, some) => {
      const { image, steps: way } = leastImage(of);
      expect(leastImage(imageAfter(of, some)).image).toBe(image);
      expect(imageAfter(of, way)).toBe(image);
      expect(imageBefore(image, way)).toBe(withoutOutside(of));
      expect(image >>> 0).toBeLessThanOrEqual(of >>> 0);
      expect(image & 1).toBe(0);
    }),
    { numRuns: 60 },
  );
});

test("single shapes are one class, and so are their unions and intersections in pairs", () => {
  expect(new Set(SINGLE.map((single) => leastImage(single).image)).size).toBe(1);
  const pairs = SINGLE.flatMap((a, i) => SINGLE.slice(i + 1).flatMap((b) => [a | b, a & b, a & ~b, b & ~a]));
  expect(new Set(pairs.map((pair) => leastImage(pair).image)).size).toBe(1);
  expect(leastImage(SINGLE[0] ^ SINGLE[3]).image).not.toBe(leastImage(pairs[0]).image);
});
