import { allRings, area, type Operation } from "@vertexon/geometry";
import { DEFAULT_OPTIONS } from "@vertexon/notation";
import fc from "fast-check";
import { asking } from "./asking";

const place = fc.integer({ min: 20, max: 80 });
const size = fc.integer({ min: 5, max: 40 });
const told = fc.oneof(
  fc.tuple(place, place, size).map(([x, y, r]) => `circle((${x}, ${y}), radius: ${r})`),
  fc.tuple(place, place, size, size).map(([x, y, w, h]) => `rect((${x}, ${y}), width: ${w}, height: ${h})`),
  fc.tuple(place, place, size).map(([x, y, r]) => `star(5, at: (${x}, ${y}), outer: ${r}, inner: ${r / 2})`),
);
const operation = fc.constantFrom<Operation>("union", "intersection", "difference", "xor");

/** Asks about some shapes, a, b, c …, and one operation on all of them. */
const askAbout = (shapes: readonly string[], joined: Operation): ReturnType<typeof asking> => {
  const names = shapes.map((_, i) => "abcdef"[i]);
  return asking(`${shapes.map((text, i) => `${names[i]} = ${text}\n`).join("")}all = ${names.join(` ${joined} `)}\n`);
};

test("what is told of a combination adds up: four results, the balance, rings and where they come from", () => {
  fc.assert(
    fc.property(fc.array(told, { minLength: 2, maxLength: 4 }), operation, (shapes, joined) => {
      const ask = askAbout(shapes, joined);
      const shapeNames = shapes.map((_, i) => "abcdef"[i]);
      const view = ask("combination", { name: "all" })!;
      const result = view.results.find((each) => each.operation === joined)!;
      expect(view.results.map((each) => each.operation)).toEqual(["union", "intersection", "difference", "xor"]);
      // Each picture has as many outlines as the result.
      const written = ask("preview", {
        expressions: view.results.map((each) => shapeNames.join(` ${each.operation} `)),
      });
      for (const [i, each] of view.results.entries()) {
        const { polygons = [] } = written[i]?.[0] ?? {};
        expect(each.area).toBeCloseTo(area(polygons), 9);
        expect(each.picture.data.split("Z")).toHaveLength(allRings(polygons).length + 1);
      }
      expect(view.rings.reduce((sum, ring) => sum + ring.area, 0)).toBeCloseTo(result.area, 6);
      expect(view.rings.length).toBe(result.picture.data.split("Z").length - 1);
      expect(view.balance[0] + view.balance[1]).toBeCloseTo(view.areas[0] + view.areas[1], 6);
      for (const { sources, told: of, area: signed, name } of view.rings) {
        expect(sources.length).toBeGreaterThan(0);
        // A ring's edges are told by the very operands that they come from.
        expect(new Set(of.map(({ label }) => label))).toEqual(new Set(sources));
        expect(signed > 0).toBe(name.startsWith("outer"));
      }
      expect(view.crossings.length / 2).toBeLessThanOrEqual(view.intersections);
      expect(view.flattening).toBeLessThanOrEqual(0.05);
      expect(view.lost).toEqual({ outlines: 0, edges: 0, slivers: 0 });
      if (view.curved) expect(view.curved.distance).toBeLessThan(0.06);
    }),
    { numRuns: 40 },
  );
});

test("regions are told apart by the shapes that they lie in, and make up the union", () => {
  fc.assert(
    fc.property(fc.array(told, { minLength: 2, maxLength: 4 }), (shapes) => {
      const ask = askAbout(shapes, "union");
      const { regions, labels } = ask("regions", { name: "all" })!;
      const union = ask("combination", { name: "all" })!.results[0].area;
      expect(regions.reduce((sum, region) => sum + region.area, 0)).toBeCloseTo(union, 6);
      expect(new Set(regions.map(({ inside }) => inside.join())).size).toBe(regions.length);
      for (const region of regions) expect(Math.max(...region.inside)).toBeLessThan(labels.length);
      // Those of one shape are that shape.
      const first = regions.filter(({ inside }) => inside.includes(0)).reduce((sum, region) => sum + region.area, 0);
      expect(first).toBeCloseTo(ask("combination", { name: "all" })!.areas[0], 6);
    }),
    { numRuns: 30 },
  );
});

test("the expression for any choice of regions gives a shape of their area", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(told, { minLength: 2, maxLength: 4 }), fc.nat(), async (shapes, picks) => {
      const ask = askAbout(shapes, "xor");
      const { regions, labels } = ask("regions", { name: "all" })!;
      const wanted = [...regions.keys()].filter((i) => i === 0 || (picks >> i) & 1);
      const composed = await ask("compose", {
        names: labels,
        keys: regions.map(({ inside }) => ({ inside })),
        wanted,
      });
      expect(composed?.isFewest).toBe(true);
      const [found] = ask("preview", { expressions: [composed!.expression] });
      const chosen = wanted.reduce((sum, i) => sum + regions[i].area, 0);
      expect(found!.reduce((sum, shape) => sum + shape.area, 0)).toBeCloseTo(chosen, 6);
    }),
    { numRuns: 25 },
  );
});

test("what is attached goes along to the ledger and into the edge table", () => {
  const ask = asking(
    'pond = circle((50, 50), radius: 30).attach("water, 0.9")\ndeck = rect((50, 20), width: 60, height: 60)\nlake = (pond difference deck).rotate(90deg)\nboth = lake union circle((50, 10), radius: 12)\n',
  );
  const labels = ask("combination", { name: "both" })!.rings.flatMap((ring) => ring.told.map(({ label }) => label));
  expect(new Set(labels)).toEqual(new Set(["water, 0.9", "deck", "circle((50, 10), radius: 12)"]));
  const emission = { targets: ["both"], format: "edge-table", options: DEFAULT_OPTIONS, file: null };
  const { content, report } = ask("handoff", { emission: JSON.stringify(emission) })!;
  const rows = String(content).trimEnd().split("\r\n").slice(1);
  expect(rows).toHaveLength(report.vertices);
  expect(rows.filter((row) => row.includes(',"water, 0.9",')).length).toBeGreaterThan(10);
});
