import fc from "fast-check";
import type { EdgeList } from "../src/edge-tree/edge-pairs";
import { EdgeTree } from "../src/edge-tree/edge-tree";
import { GrowingInts } from "../src/memory/growing";

/** Closed rings on integers, one after the other; small ones next to each other, and some that reach far. */
const edges: fc.Arbitrary<EdgeList> = fc
  .array(
    fc.array(fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 })), {
      minLength: 2,
      maxLength: 30,
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((rings) => {
    const points = rings.flat();
    const next: number[] = [];
    for (const ring of rings) {
      const begin = next.length;
      ring.forEach((_, i) => {
        next.push(begin + ((i + 1) % ring.length));
      });
    }
    return {
      x: Float64Array.from(points, ([x]) => x),
      y: Float64Array.from(points, ([, y]) => y),
      next: Int32Array.from(next),
    };
  });
const place = fc.tuple(fc.integer({ min: -45, max: 45 }), fc.integer({ min: -45, max: 45 }));
const margin = fc.constantFrom(0, 1, 4);

const boxOf = ({ x, y, next }: EdgeList, e: number) => ({
  x0: Math.min(x[e], x[next[e]]),
  x1: Math.max(x[e], x[next[e]]),
  y0: Math.min(y[e], y[next[e]]),
  y1: Math.max(y[e], y[next[e]]),
});
const all = ({ next }: EdgeList): number[] => [...next.keys()];

test("every pair of edges whose boxes come near is visited once; more than those may be", () => {
  fc.assert(
    fc.property(edges, margin, (list, reach) => {
      const found = new Map<string, number>();
      new EdgeTree(list).forEachPair(reach, {
        pair(e, f) {
          const key = `${Math.min(e, f)} ${Math.max(e, f)}`;
          found.set(key, (found.get(key) ?? 0) + 1);
        },
      });
      for (const times of found.values()) expect(times).toBe(1);
      const { x, y, next } = list;
      const diagonal = (e: number, sign: number): [number, number] => {
        const ends = [x[e] + sign * y[e], x[next[e]] + sign * y[next[e]]];
        return [Math.min(...ends), Math.max(...ends)];
      };
      for (const e of all(list))
        for (const f of all(list).slice(e + 1)) {
          const [a, b] = [boxOf(list, e), boxOf(list, f)];
          const isApart = a.x0 > b.x1 + reach || b.x0 > a.x1 + reach || a.y0 > b.y1 + reach || b.y0 > a.y1 + reach;
          // Boxes along the diagonals may keep pairs apart that these do not.
          const isSlanted = [1, -1].some((sign) => {
            const [p, q] = [diagonal(e, sign), diagonal(f, sign)];
            return p[0] > q[1] + 2 * reach || q[0] > p[1] + 2 * reach;
          });
          if (!isApart && !isSlanted) expect(found.has(`${e} ${f}`)).toBe(true);
        }
    }),
    { numRuns: 60 },
  );
});

test("edges near a point are found from the leaves of any box around it", () => {
  fc.assert(
    fc.property(edges, place, margin, fc.nat(30), (list, [px, py], reach, room) => {
      const tree = new EdgeTree(list);
      const leaves = new GrowingInts();
      tree.leavesIn(px - room - reach, py - reach, px + reach, py + room + reach, leaves);
      const edges = new GrowingInts();
      tree.edgesNear(leaves, px, py, reach, edges);
      const found = [...edges.values.subarray(0, edges.length)];
      const { x, y, next } = list;
      const distance = (e: number): number => {
        const [dx, dy, wx, wy] = [x[next[e]] - x[e], y[next[e]] - y[e], px - x[e], py - y[e]];
        const share = Math.max(0, Math.min(1, (dx * wx + dy * wy) / (dx * dx + dy * dy || 1)));
        return Math.hypot(wx - share * dx, wy - share * dy);
      };
      // Boxes of leaves have slanting sides as well, so that not every edge whose own box comes near is visited.
      for (const e of all(list)) if (distance(e) <= reach) expect(found).toContain(e);
      for (const e of found) {
        const { x0, x1, y0, y1 } = boxOf(list, e);
        expect(px >= x0 - reach && px <= x1 + reach && py >= y0 - reach && py <= y1 + reach).toBe(true);
      }
      expect(new Set(found).size).toBe(found.length);
    }),
  );
});

test("edges in a box are found in their order", () => {
  fc.assert(
    fc.property(edges, place, place, (list, [ax, ay], [bx, by]) => {
      const [x0, x1, y0, y1] = [Math.min(ax, bx), Math.max(ax, bx), Math.min(ay, by), Math.max(ay, by)];
      const found: number[] = [];
      new EdgeTree(list).forEachIn(x0, y0, x1, y1, (e) => found.push(e));
      expect(found).toEqual(
        all(list).filter((e) => {
          const box = boxOf(list, e);
          return box.x0 <= x1 && box.x1 >= x0 && box.y0 <= y1 && box.y1 >= y0;
        }),
      );
    }),
  );
});

test("what lies below a point: edges one by one where they come near, whole runs where they do not", () => {
  fc.assert(
    fc.property(edges, place, margin, (list, [px, py], reach) => {
      const { x, next } = list;
      const reaches = (e: number): number => {
        const [p, q] = [x[e], x[next[e]]];
        return p <= px && px < q ? 1 : q <= px && px < p ? -1 : 0;
      };
      let counted = 0;
      const single: number[] = [];
      new EdgeTree(list).forEachBelow(
        px,
        py,
        reach,
        (e) => single.push(e),
        (begin, end) => {
          for (let e = begin; e < end; e++) {
            expect(boxOf(list, e).y1).toBeLessThan(py - reach);
            counted += reaches(e);
          }
        },
      );
      const isBelow = (e: number): boolean => boxOf(list, e).y1 < py - reach;
      const sum = (of: readonly number[]): number => of.reduce((total, e) => total + reaches(e), 0);
      expect(counted + sum(single.filter(isBelow))).toBe(sum(all(list).filter(isBelow)));
      // Nothing that could lie below is left out.
      const near = all(list).filter((e) => reaches(e) !== 0 && !isBelow(e) && boxOf(list, e).y0 <= py + reach);
      for (const e of near) expect(single).toContain(e);
    }),
  );
});

test("from above, edges come until one says that nothing lower matters", () => {
  fc.assert(
    fc.property(edges, place, (list, [px, py]) => {
      const seen: number[] = [];
      new EdgeTree(list).fromAbove(px, py, (e) => {
        seen.push(e);
        return Number.NEGATIVE_INFINITY;
      });
      const { x, next } = list;
      const want = all(list).filter((e) => {
        const [p, q] = [x[e], x[next[e]]];
        return (p <= px && px < q) || (q <= px && px < p);
      });
      for (const e of want) if (boxOf(list, e).y0 <= py) expect(seen).toContain(e);
    }),
  );
});
