import fc from "fast-check";
import { flattenPath, nearestOnEdge, orientation, parsePathData, properCrossings, simplifyOutlines } from "../src";

const points = (most: number) =>
  fc
    .array(fc.tuple(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 12 })), {
      minLength: 3,
      maxLength: most,
    })
    .map((list) => Float64Array.from(list.flat()));

/** The fewest vertices by trying every set of them, and whether edges of one with so few cross; outlines are open. */
function fewest(v: Float64Array, tolerance: number): { count: number; crosses: boolean } {
  const n = v.length / 2;
  const holds = (i: number, j: number): boolean => {
    const foot = { x: 0, y: 0, squared: 0 };
    for (let k = i + 1; k < j; k++) {
      nearestOnEdge(v[2 * k], v[2 * k + 1], v[2 * i], v[2 * i + 1], v[2 * j], v[2 * j + 1], foot);
      if (Math.sqrt(foot.squared) > tolerance) return false;
    }
    return true;
  };
  let count = n + 1;
  let crosses = false;
  for (let set = 0; set < 1 << (n - 2); set++) {
    const kept = [0, ...Array.from({ length: n - 2 }, (_, k) => k + 1).filter((k) => set & (1 << (k - 1))), n - 1];
    if (kept.length > count || !kept.every((j, i) => i === 0 || holds(kept[i - 1], j))) continue;
    const crossesHere = meets(kept.map((k) => [v[2 * k], v[2 * k + 1]]));
    crosses = kept.length < count ? crossesHere : crosses || crossesHere;
    count = kept.length;
  }
  return { count, crosses };
}

/** Whether edges of an open polyline cross, touch or overlap, but for the ends of neighbours. */
function meets(p: number[][]): boolean {
  const side = (a: number[], b: number[], c: number[]) => orientation(a[0], a[1], b[0], b[1], c[0], c[1]);
  const within = (a: number[], b: number[], c: number[]) =>
    side(a, b, c) === 0 && (c[0] - a[0]) * (c[0] - b[0]) + (c[1] - a[1]) * (c[1] - b[1]) < 0;
  for (let i = 0; i + 1 < p.length; i++)
    for (let j = i + 1; j + 1 < p.length; j++) {
      const [a, b, c, d] = [p[i], p[i + 1], p[j], p[j + 1]];
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return true;
      if (within(a, b, c) || within(a, b, d) || within(c, d, a) || within(c, d, b)) return true;
    }
  return false;
}

describe("simplifyOutlines", () => {
  it("keeps as few vertices as any choice does", () => {
    fc.assert(
      fc.property(points(9), fc.constantFrom(0, 0.5, 1.5, 4), (vertices, tolerance) => {
        // What comes back to a place of its own stays there.
        fc.pre(
          new Set(Array.from({ length: vertices.length / 2 }, (_, i) => `${vertices[2 * i]} ${vertices[2 * i + 1]}`))
            .size *
            2 ===
            vertices.length,
        );
        const { outlines } = simplifyOutlines([{ vertices, closed: false }], tolerance);
        const count = outlines[0].vertices.length / 2;
        const least = fewest(vertices, tolerance);
        // More only where edges of a shortest choice meet.
        if (least.crosses) expect(count).toBeGreaterThanOrEqual(least.count);
        else expect(count).toBe(least.count);
      }),
    );
  });
  it("keeps every vertex of a closed outline within the tolerance, crosses nothing anew, and tells the distance", () => {
    fc.assert(
      fc.property(points(14), fc.constantFrom(0.3, 1.5, 40), (vertices, tolerance) => {
        const outline = { vertices, closed: true };
        const { outlines, deviation } = simplifyOutlines([outline], tolerance);
        const [{ vertices: kept }] = outlines;
        expect(deviation).toBeLessThanOrEqual(tolerance);
        expect(kept.length).toBeGreaterThanOrEqual(6);
        const before = properCrossings([outline], 1000).length;
        if (before === 0) expect(properCrossings(outlines, 1)).toEqual([]);
        const foot = { x: 0, y: 0, squared: 0 };
        for (let k = 0; k < vertices.length; k += 2) {
          let nearest = Number.POSITIVE_INFINITY;
          for (let i = 0; i < kept.length; i += 2) {
            const j = (i + 2) % kept.length;
            nearestOnEdge(vertices[k], vertices[k + 1], kept[i], kept[i + 1], kept[j], kept[j + 1], foot);
            nearest = Math.min(nearest, foot.squared);
          }
          expect(Math.sqrt(nearest)).toBeLessThanOrEqual(deviation + 1e-12);
        }
      }),
    );
  });
  it("takes a finely flattened circle back to about the least count, and two nested ones apart", () => {
    const path = parsePathData("M50 0A50 50 0 1 1-50 0A50 50 0 1 1 50 0ZM49 0A49 49 0 1 1-49 0A49 49 0 1 1 49 0Z");
    const fine = flattenPath(path, { tolerance: 1e-4 }).subpaths;
    const { outlines } = simplifyOutlines(fine, 1.5);
    expect(outlines.map(({ vertices }) => vertices.length / 2).every((n) => n < 24)).toBe(true);
    expect(properCrossings(outlines, 1)).toEqual([]);
  });
  it("refuses a tolerance below 0", () => {
    expect(() => simplifyOutlines([], -1)).toThrow("at least 0");
  });
});
