import fc from "fast-check";
import {
  allRings,
  area,
  combine,
  combineAll,
  locatePoint,
  type Operand,
  OperandError,
  type Operation,
  operandOf,
  perimeter,
  pickRegions,
  regions,
} from "../src";
import { distanceToEdge } from "../src/arrangement/grid/near-edge";
import { latticeOperand, operandPair } from "./arbitraries";
import { pairOf } from "./fuzz/families";
import { exactAreas } from "./oracles/exact-areas";
import { strayVertices } from "./oracles/true-crossings";
import { flawsOf, textOf } from "./oracles/validity";

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];

const shape = (...rings: number[][]): Operand => ({
  rings: rings.map((ring) => Float64Array.from(ring)),
  fillRule: "nonzero",
});
const square = (x: number, y: number, size: number): Operand =>
  shape([x, y, x + size, y, x + size, y + size, x, y + size]);

test("results are valid, areas are exact, and the order of operands does not matter", () => {
  fc.assert(
    fc.property(operandPair, ([a, b]) => {
      const want = exactAreas(a, b);
      for (const operation of OPERATIONS) {
        const { polygons, report } = combine(operation, a, b);
        expect(flawsOf(polygons)).toEqual([]);
        // The boundary moves by a few grid steps at most; its length is at most that of some dozen diagonals.
        expect(Math.abs(area(polygons) - want[operation])).toBeLessThanOrEqual(200 * report.gridStep);
        if (operation !== "difference") expect(textOf(combine(operation, b, a).polygons)).toBe(textOf(polygons));
      }
    }),
    { numRuns: 150 },
  );
});

test("a result combined with itself is itself", () => {
  fc.assert(
    fc.property(operandPair, fc.constantFrom(...OPERATIONS), ([a, b], operation) => {
      const { polygons } = combine(operation, a, b);
      const again = operandOf(polygons);
      expect(textOf(combine("union", again, again).polygons)).toBe(textOf(polygons));
    }),
    { numRuns: 300 },
  );
});

test("new vertices lie within half a step, each way, of where two edges cross that came in, and the area moves with the boundary", () => {
  let fresh = 0;
  const turned = fc.tuple(operandPair, fc.constantFrom(0, 0.1, 1e-7)).map(([pair, angle]) =>
    pair.map(
      ({ rings, fillRule }): Operand => ({
        rings: rings.map((ring) =>
          ring.map((value, i) =>
            i % 2
              ? value * Math.cos(angle) + ring[i - 1] * Math.sin(angle)
              : value * Math.cos(angle) - ring[i + 1] * Math.sin(angle),
          ),
        ),
        fillRule,
      }),
    ),
  );
  fc.assert(
    fc.property(turned, fc.constantFrom(...OPERATIONS), ([a, b], operation) => {
      const { polygons, report } = combine(operation, a, b);
      const rings = [...a.rings, ...b.rings];
      const given = new Set(rings.flatMap((ring) => [...ring].map((x, i) => `${x} ${ring[i ^ 1]}`)));
      for (const ring of allRings(polygons))
        for (let i = 0; i < ring.length; i += 2) if (!given.has(`${ring[i]} ${ring[i + 1]}`)) fresh++;
      expect(strayVertices(polygons, [a, b], report.gridStep)).toEqual([]);
      expect(report.passes).toBeGreaterThanOrEqual(1);
      expect(report.movement).toBeLessThanOrEqual(report.passes * report.gridStep);
      const boundary = rings.reduce((sum, ring) => sum + perimeter(ring), 0);
      const off = Math.abs(area(polygons) - exactAreas(a, b)[operation]);
      const lost = 8 * report.dropped * report.gridStep ** 2;
      expect(off).toBeLessThanOrEqual(boundary * report.movement + lost + 1e-14 * boundary ** 2);
    }),
    { numRuns: 150 },
  );
  expect(fresh).toBeGreaterThan(50);
});

test("copies of an outline that differ by rounding become one, without vertices where they cross", () => {
  const unit = fc.double({ min: -1, max: 1, noNaN: true });
  fc.assert(
    fc.property(fc.array(unit, { minLength: 24, maxLength: 24 }), (noise) => {
      // Twelve vertices around, on the grid of the operands' own extent, and a copy off by some bits of a double.
      const ring = Float64Array.from(
        { length: 24 },
        (_, i) => Math.round((i % 2 ? Math.sin : Math.cos)((i >> 1) / 2) * 999) / 512,
      );
      const copy = ring.map((value, i) => value + noise[i] * 2 ** -49);
      const { polygons, report, crossings } = combine("union", shape([...ring]), shape([...copy]));
      expect(polygons).toHaveLength(1);
      expect(polygons[0].outer).toHaveLength(24);
      expect([report.intersections, crossings().length]).toEqual([0, 0]);
      expect(combine("xor", shape([...ring]), shape([...copy])).polygons).toEqual([]);
    }),
    { numRuns: 50 },
  );
});

test("what is narrower than the grid closes up, and is told", () => {
  const box = (x0: number, x1: number): Operand => ({
    rings: [Float64Array.of(x0, 0, x1, 0, x1, 1, x0, 1)],
    fillRule: "nonzero",
  });
  const gap = 2 ** -51;
  const closed = combine("union", box(0, 0.5), box(0.5 + gap, 1));
  expect(closed.polygons).toEqual(combine("union", box(0, 0.5), box(0.5, 1)).polygons);
  expect([...closed.slivers()]).toEqual([0.5, 0, 0.5, 1]);
  // Edges that lie on one line, whole or in part, leave nothing between them.
  expect(combine("union", box(0, 0.5), box(0.5, 1)).slivers()).toHaveLength(0);
  expect(
    combine("xor", box(0, 1), { ...box(0, 1), rings: [Float64Array.of(0, 0, 1, 0, 0, 1)] }).slivers(),
  ).toHaveLength(0);
  const speck = {
    ...box(0, 1),
    rings: [...box(0, 1).rings, Float64Array.of(0.3, 0.3, 0.3 + gap, 0.3, 0.3, 0.3 + gap)],
  };
  const corner = { ...box(0, 1), rings: [Float64Array.of(0, 0, 1, 0, 1, 1 - gap, 1, 1, 0, 1, 0, gap, 0, 0)] };
  const { report } = combine("union", speck, corner);
  expect([report.dropped, report.shortEdges]).toEqual([1, 2]);
});

test("places are inside exactly when the operands' winding numbers say so", () => {
  const place = fc.double({ min: -0.5, max: 5.5, noNaN: true });
  fc.assert(
    fc.property(latticeOperand, latticeOperand, place, place, (a, b, x, y) => {
      const inA = locatePoint(x, y, a).side;
      const inB = locatePoint(x, y, b).side;
      fc.pre(inA !== "boundary" && inB !== "boundary");
      const [p, q] = [inA === "inside", inB === "inside"];
      const want = { union: p || q, intersection: p && q, difference: p && !q, xor: p !== q };
      for (const operation of OPERATIONS) {
        const { side } = locatePoint(x, y, operandOf(combine(operation, a, b).polygons));
        // Crossings are rounded, so a place within a hair of an edge may land on it.
        if (side !== "boundary") expect([operation, side]).toEqual([operation, want[operation] ? "inside" : "outside"]);
      }
    }),
    { numRuns: 400 },
  );
});

test("regions divide the union, each valid and inside exactly the shapes it names", () => {
  fc.assert(
    fc.property(fc.array(latticeOperand, { minLength: 1, maxLength: 3 }), (operands) => {
      const found = regions(operands);
      const sum = found.reduce((total, { polygons }) => total + area(polygons), 0);
      expect(sum).toBeCloseTo(area(combineAll("union", operands).polygons), 9);
      for (const { polygons, inside } of found) {
        expect(flawsOf(polygons)).toEqual([]);
        operands.forEach((operand, k) => {
          const common = area(combine("intersection", operandOf(polygons), operand).polygons);
          expect(common).toBeCloseTo(inside.includes(k) ? area(polygons) : 0, 9);
        });
      }
    }),
    { numRuns: 80 },
  );
});

/** Stars and scribbles of some dozen vertices, in several rings, so that trees of boxes have levels. */
const largeOperand = fc
  .tuple(
    fc.array(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 })), {
        minLength: 30,
        maxLength: 60,
      }),
      {
        minLength: 1,
        maxLength: 3,
      },
    ),
    fc.constantFrom<Operand["fillRule"]>("nonzero", "evenodd"),
    fc.constantFrom(1, 0.1, 1 / 3),
  )
  .map(
    ([rings, fillRule, size]): Operand => ({
      rings: rings.map((ring) => Float64Array.from(ring.flat(), (value) => value * size)),
      fillRule,
    }),
  );

test("many crossings: valid, balanced, the same whatever the order of rings and their starts", () => {
  fc.assert(
    fc.property(largeOperand, largeOperand, fc.integer({ min: 1, max: 29 }), (a, b, start) => {
      const areas = OPERATIONS.map((operation) => area(combine(operation, a, b).polygons));
      const [whole, common, rest, odd] = areas;
      expect(Math.abs(whole - common - odd)).toBeLessThan(1e-6);
      expect(Math.abs(area(combineAll("union", [a]).polygons) - common - rest)).toBeLessThan(1e-6);
      const turned: Operand = {
        ...a,
        rings: a.rings
          .map((ring) => Float64Array.from([...ring.slice(2 * start), ...ring.slice(0, 2 * start)]))
          .reverse(),
      };
      const { polygons } = combine("xor", a, b);
      expect(textOf(combine("xor", b, turned).polygons)).toBe(textOf(polygons));
      const again = operandOf(polygons);
      expect(textOf(combine("union", again, again).polygons)).toBe(textOf(polygons));
    }),
    { numRuns: 6 },
  );
});

/** How far a point is from the edge between two vertices of a ring, in steps. */
function offEdgeTo(ring: Float64Array, from: number, to: number, x: number, y: number, step: number): number {
  const points = {
    x: Float64Array.of(ring[from] - x, ring[to] - x, 0).map((value) => value / step),
    y: Float64Array.of(ring[from + 1] - y, ring[to + 1] - y, 0).map((value) => value / step),
  };
  return distanceToEdge(points, 0, 1, 2);
}

/** How far a point is from the edge of a ring that begins with a vertex; where several vertices lie in one pixel, it goes on. */
function offEdge(ring: Float64Array, from: number, x: number, y: number): number {
  const to = [1, 2, 3, 4, 5, 6, 7].map((k) => (from + 2 * k) % ring.length);
  return Math.min(
    ...to.map((q) => {
      const points = { x: Float64Array.of(ring[from], ring[q], x), y: Float64Array.of(ring[from + 1], ring[q + 1], y) };
      return distanceToEdge(points, 0, 1, 2);
    }),
  );
}

test("each edge of a result lies on the edge that it says it comes from", () => {
  fc.assert(
    fc.property(operandPair, fc.constantFrom(...OPERATIONS), ([a, b], operation) => {
      const { polygons, report, origins } = combine(operation, a, b);
      const rings = allRings(polygons);
      const given = [...a.rings, ...b.rings].flatMap((ring) =>
        Array.from({ length: ring.length / 2 }, (_, i) => ({ ring, from: 2 * i })),
      );
      origins().forEach(({ operand, ring, edge }, r) => {
        const n = rings[r].length / 2;
        for (let i = 0; i < n; i++) {
          const ends = [i, (i + 1) % n].map((k) => [rings[r][2 * k], rings[r][2 * k + 1]]);
          const reaches = (of: Float64Array, from: number): boolean =>
            ends.every(([x, y]) => offEdge(of, from, x, y) <= 3 * report.passes * report.gridStep);
          // Several edges on one line may have become one, with none that reaches over all of it.
          if (given.some((other) => reaches(other.ring, other.from)))
            expect(reaches([a, b][operand[i]].rings[ring[i]], 2 * edge[i])).toBe(true);
        }
      });
    }),
    { numRuns: 300 },
  );
});

test("an edge that others overlap in part is told by the one that reaches over all of it", () => {
  const box = (width: number): Operand => ({
    rings: [Float64Array.of(0, 0, width, 0, width, 1, 0, 1)],
    fillRule: "nonzero",
  });
  const [{ operand, edge }] = combine("union", box(1), box(2)).origins();
  expect([operand[0], edge[0], operand[2], edge[2]]).toEqual([1, 0, 1, 2]);
  // A line there and back is nothing, and tells nothing.
  const spike: Operand = { rings: [Float64Array.of(0, 0, 0, 1)], fillRule: "nonzero" };
  expect([...combine("union", spike, box(2)).origins()[0].operand]).toEqual([1, 1, 1, 1]);
});

test("any choice among the regions, as one shape, has the area and the places of those regions", () => {
  const three = fc.array(operandPair, { minLength: 2, maxLength: 2 }).map(([[a, b], [c]]) => [a, b, c]);
  fc.assert(
    fc.property(three, fc.integer({ min: 1, max: 126 }), (operands, choice) => {
      const all = regions(operands);
      const wanted = all.filter((_, i) => choice & (1 << i));
      const { polygons, report } = pickRegions(
        operands,
        wanted.map(({ inside }) => [...inside].reverse()),
      );
      const sum = wanted.reduce((total, { polygons: each }) => total + area(each), 0);
      expect(Math.abs(area(polygons) - sum)).toBeLessThanOrEqual(1e-9 * (1 + sum));
      expect(report.pieces).toBe(polygons.length);
      for (const { polygons: each } of wanted)
        expect(area(combine("difference", operandOf(each), operandOf(polygons)).polygons)).toBeLessThanOrEqual(
          1e-9 * (1 + sum),
        );
    }),
    { numRuns: 100 },
  );
});

test("squares that share an edge become one ring without the vertices between", () => {
  const { polygons, report } = combine("union", square(0, 0, 10), square(10, 0, 10));
  expect(textOf(polygons)).toBe("[[[0,0,20,0,20,10,0,10]]]");
  expect(report).toMatchObject({ pieces: 1, holes: 0, movement: 0, verticesMoved: 0 });
});

test("squares that touch in a corner stay two polygons, and a hole that touches its ring is a hole", () => {
  expect(combine("union", square(0, 0, 1), square(1, 1, 1)).polygons).toHaveLength(2);
  const { polygons } = combine("difference", square(0, 0, 4), shape([0, 2, 2, 1, 2, 3]));
  expect(polygons).toHaveLength(1);
  expect(polygons[0].holes).toHaveLength(1);
});

test("identical and empty operands, and rings of one or two points", () => {
  const a = square(0, 0, 2);
  const none = shape();
  expect(textOf(combine("union", a, a).polygons)).toBe("[[[0,0,2,0,2,2,0,2]]]");
  expect(combine("xor", a, a).polygons).toEqual([]);
  expect(combine("difference", a, a).polygons).toEqual([]);
  expect(textOf(combine("union", a, none).polygons)).toBe("[[[0,0,2,0,2,2,0,2]]]");
  expect(combine("union", none, none).polygons).toEqual([]);
  const thin = shape([1, 1], [0, 0, 5, 5], [3, 3, 3, 3]);
  expect(textOf(combine("union", a, thin).polygons)).toBe("[[[0,0,2,0,2,2,0,2]]]");
  expect(combine("intersection", a, thin).polygons).toEqual([]);
});

test("a self-crossing outline follows its fill rule", () => {
  const star = Float64Array.from([0, -10, 6, 8, -10, -3, 10, -3, -6, 8]);
  const at = (fillRule: "nonzero" | "evenodd") => combineAll("union", [{ rings: [star], fillRule }]).polygons;
  expect(at("nonzero")).toHaveLength(1);
  expect(at("evenodd")).toHaveLength(5);
});

test("input vertices that nothing comes near return bit for bit", () => {
  const a = shape([0.1, 0.2, 10.3, 0.7, 5.5, 9.1]);
  const b = shape([5.1, 3.3, 20.7, 4.9, 12.2, 17.7]);
  const given = new Set([...a.rings[0], ...b.rings[0]]);
  const { polygons, report, crossings } = combine("union", a, b);
  const kept = [...polygons[0].outer].filter((value) => given.has(value));
  expect(kept.length).toBe(2 * 5);
  expect(report).toMatchObject({ intersections: 2, verticesMoved: 0 });
  // Both crossings are vertices of the result.
  const found = crossings();
  expect(found).toHaveLength(4);
  const vertices = [...polygons[0].outer];
  for (const k of [0, 2]) {
    const at = vertices.findIndex((x, i) => i % 2 === 0 && x === found[k] && vertices[i + 1] === found[k + 1]);
    expect(at).toBeGreaterThanOrEqual(0);
  }
});

test("a vertex that does not return bit for bit has another edge or vertex within three steps of it in the end", () => {
  let moved = 0;
  for (let k = 0; k < 280; k++) {
    const { a, b } = pairOf(Number(process.env.SEED ?? 20261127), k);
    const rings = [...a.rings, ...b.rings];
    for (const operation of OPERATIONS) {
      const { polygons, report } = combine(operation, a, b);
      const { gridStep: step } = report;
      // Edges are bent before that is asked.
      const reach = 3 + (report.passes - 1) * Math.SQRT1_2;
      const all = new Set(rings.flatMap((ring) => [...ring].map((x, i) => `${x} ${ring[i ^ 1]}`)));
      for (const ring of allRings(polygons))
        for (let i = 0; i < ring.length; i += 2) {
          const [x, y] = [ring[i], ring[i + 1]];
          if (all.has(`${x} ${y}`)) continue;
          // All that lies within three steps of a vertex in this pixel, but the edges that it ends.
          const isLone = rings.some((own) =>
            own.some((vx, v) => {
              if (v % 2 || Math.abs(vx - x) > step / 2 || Math.abs(own[v + 1] - y) > step / 2) return false;
              return rings.every((other) =>
                other.every((_, e) => {
                  if (e % 2 || (own === other && (e === v || (e + 2) % other.length === v))) return true;
                  return offEdgeTo(other, e, (e + 2) % other.length, vx, own[v + 1], step) > reach;
                }),
              );
            }),
          );
          expect(isLone).toBe(false);
          moved++;
        }
    }
  }
  expect(moved).toBeGreaterThan(100);
});

test.each([1.7e308, 1e200, 1, 1e-200, 4e-323])("every size has a result: %p", (size) => {
  const a = shape([-size, -size, size, -size, size, size, -size, size]);
  const b = shape([0, 0, size, 0, size, size, 0, size]);
  for (const operation of OPERATIONS) expect(flawsOf(combine(operation, a, b).polygons)).toEqual([]);
  expect(combine("intersection", a, b).polygons[0].outer).toEqual(b.rings[0]);
});

test("coordinates that are not finite are refused with their place", () => {
  const bad = shape([0, 0, 1, 0, 1, 1], [0, 0, 1, Number.NaN, 1, 1]);
  expect(() => combine("union", square(0, 0, 1), bad)).toThrow(OperandError);
  expect(() => combine("union", square(0, 0, 1), bad)).toThrow("operand 2, ring 2, vertex 2: y is NaN");
});
