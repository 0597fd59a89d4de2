import {
  allRings,
  area,
  bounds,
  combine,
  flattenPath,
  type HandoffFormat,
  type HandoffOptions,
  handOff,
  handoffForms,
  type MultiPolygon,
  momentsOf,
  operandOf,
  orientationOf,
  type Path,
  parsePathData,
  perimeter,
  pointAt,
  polygonPath,
  signedArea,
  sourcesOf,
  traceEdges,
} from "../src";

const ring = (...values: number[]): Float64Array => Float64Array.from(values);
const outer = { rings: [ring(0, 0, 10, 0, 10, 10, 0, 10)], fillRule: "nonzero" } as const;
const hole = { rings: [ring(2, 2, 5, 2, 5, 4.125)], fillRule: "nonzero" } as const;
const pierced = combine(
  "difference",
  { ...outer, rings: [...outer.rings] },
  { ...hole, rings: [...hole.rings] },
).polygons;

test("area, perimeter, bounds and orientation of rings", () => {
  const triangle = ring(1e9, 1e9, 1e9 + 3, 1e9, 1e9, 1e9 + 4);
  expect(signedArea(triangle)).toBe(6);
  expect(signedArea(ring(0, 0, 0, 4, 3, 0))).toBe(-6);
  expect(perimeter(triangle)).toBe(12);
  expect(perimeter(triangle, false)).toBe(8);
  expect(bounds([triangle])).toEqual({ minX: 1e9, minY: 1e9, maxX: 1e9 + 3, maxY: 1e9 + 4 });
  expect(bounds([])).toBeNull();
  expect(orientationOf(triangle)).toBe(1);
  expect(orientationOf(ring(0, 0, 0, 0, 1, 1))).toBe(0);
  expect(orientationOf(ring(0, 0, 1, 1))).toBe(0);
  expect(area(pierced)).toBe(100 - signedArea(hole.rings[0]));
});

const written = (format: HandoffFormat, polygons: MultiPolygon, options: HandoffOptions) =>
  handOff(format, { polygons, sources: () => [] }, options);

/** What the edges of polygons stand for: themselves. */
const flatSources = (polygons: MultiPolygon) => {
  const path = { subpaths: allRings(polygons).flatMap((each) => polygonPath(each).subpaths) };
  return sourcesOf(path, flattenPath(path, { tolerance: 1 }), "");
};

/** The curves of a path, as though a flat one had been traced back to them. */
const curvesOf = (path: Path, decimals: number) =>
  handOff(
    "svg-curves",
    { polygons: [], sources: () => sourcesOf(path, flattenPath(path, { tolerance: 0.01 }), "") },
    { name: "", decimals },
  );

test.each(Object.keys(handoffForms) as HandoffFormat[])("%s holds the very rings, and reads its own text", (format) => {
  const sources = flatSources(pierced);
  const options = { name: "green", decimals: 3 };
  const handed = handOff(format, { polygons: pierced, sources: () => sources }, options);
  const { text, vertices, rounding, merged } = handed;
  expect(handoffForms[format].read(text)).toEqual(allRings(pierced).map((r) => [...r]));
  expect({ vertices, rounding, merged }).toEqual({ vertices: 7, rounding: 0, merged: 0 });
});

test("path data with curves holds the very segments", () => {
  const path = parsePathData("M 0 0 C 1 5 7 5 8 0 A 4 3 0 0 1 0 0 Z M 20 0 Q 25 9 30 0 L 25 -5 Z");
  const { text, vertices, rounding } = curvesOf(path, 6);
  // With the edge that closes the second outline.
  expect({ vertices, rounding }).toEqual({ vertices: 5, rounding: 0 });
  const back = parsePathData(text);
  expect(back.subpaths.map(({ segments }) => segments.map(({ kind }) => kind))).toEqual([
    ["cubic", "arc"],
    ["quadratic", "line", "line"],
  ]);
  expect(momentsOf(back).area).toBeCloseTo(momentsOf(path).area, 4);
  expect(() => curvesOf(path, 18)).toThrow("decimals must be a whole number from 0 to 17, not 18");
});

test("an edge table tells each edge with the segment and the parameters that it comes from", () => {
  const disc = parsePathData("M 0 0 A 5 5 0 0 1 10 0 A 5 5 0 0 1 0 0 Z");
  const box = parsePathData("M 5 -9 H 20 V 9 H 5 V -9 Z");
  const flat = [disc, box].map((path) => flattenPath(path, { tolerance: 0.01 }));
  const [a, b] = flat.map(({ subpaths }) => operandOf([{ outer: subpaths[0].vertices, holes: [] }]));
  const result = combine("difference", a, b);
  const sources = traceEdges(result, [sourcesOf(disc, flat[0], 'the "pond", wet'), sourcesOf(box, flat[1], "wall")]);
  const { text, vertices, rounding } = handOff(
    "edge-table",
    { polygons: result.polygons, sources: () => sources },
    { name: "", decimals: 6 },
  );
  const [head, ...rows] = text.trimEnd().split("\r\n");
  expect(head).toBe("polygon,ring,edge,x0,y0,x1,y1,source,subpath,segment,from,to");
  expect(rows).toHaveLength(vertices);
  expect(rounding).toBeLessThan(1e-6);
  let walls = 0;
  rows.forEach((row, i) => {
    const numbers = row
      .replace(/"the ""pond"", wet"|wall/, "")
      .split(",")
      .map(Number);
    const [polygon, ring, edge, x0, y0, , , , subpath, segment, from, to] = numbers;
    expect([polygon, ring, edge, subpath]).toEqual([0, 0, i, 0]);
    const isWall = row.includes(",wall,");
    if (isWall) walls++;
    const path = isWall ? box : disc;
    const [x, y] = pointAt(path.subpaths[0].segments[segment], from);
    expect(Math.hypot(x - x0, y - y0)).toBeLessThan(0.02);
    expect(from).not.toBe(to);
  });
  expect(walls).toBe(1);
  expect(() => written("edge-table", [], { name: "", decimals: -1 })).toThrow(RangeError);
});

test("rounding says how far it moves a vertex and which vertices it makes equal", () => {
  const { text, rounding, merged } = written("wkt", [{ outer: ring(0, 0, 1.24, 0, 1.26, 0.04, 0, 5), holes: [] }], {
    name: "a",
    decimals: 1,
  });
  expect(text).toBe("POLYGON ((0 0, 1.2 0, 1.3 0, 0 5, 0 0))\n");
  expect(rounding).toBeCloseTo(Math.hypot(0.04, 0.04));
  expect(merged).toBe(0);
  expect(
    written("wkt", [{ outer: ring(0, 0, 1.24, 0, 1.23, 0.04, 0, 5), holes: [] }], { name: "a", decimals: 1 }).merged,
  ).toBe(1);
});

test("nothing, several polygons, odd names and counts of decimals out of range", () => {
  expect(written("wkt", [], { name: "a", decimals: 2 }).text).toBe("MULTIPOLYGON EMPTY\n");
  const two = [pierced[0], { outer: ring(20, 0, 21, 0, 20, 1), holes: [] }];
  expect(written("wkt", two, { name: "a", decimals: 2 }).text).toMatch(/^MULTIPOLYGON \(\(\(.*\)\), \(\(.*\)\)\)\n$/);
  expect(written("typescript", two, { name: "3 ponds", decimals: 2 }).text).toMatch(/^export const _3_ponds:/);
  expect(() => written("json", two, { name: "a", decimals: 18 })).toThrow(
    "decimals must be a whole number from 0 to 17",
  );
});
