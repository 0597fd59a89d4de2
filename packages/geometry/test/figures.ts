import fc from "fast-check";
import {
  AS_PLANNED,
  allRings,
  combine,
  type Figure,
  flattenPath,
  formOf,
  type HandoffFormat,
  handOff,
  handoffForms,
  type MultiPolygon,
  numbersFigure,
  outlineFigure,
  type Path,
  pathOfLines,
  pointsFigure,
  polygonPath,
  regionFigure,
  type Style,
  sourcesOf,
  trianglesFigure,
  triangulate,
} from "../src";
import { latticeOperand, looseOperand } from "./arbitraries";

/** All that hold shapes. */
export const formats = (Object.keys(handoffForms) as HandoffFormat[]).filter((format) =>
  formOf(format).holds.kinds.includes("region"),
);

/** A style as it is when nothing is chosen. */
export function styleOf(format: HandoffFormat, chosen: Partial<Style> = {}): Style {
  const { layouts, numbers } = formOf(format);
  return {
    decimals: 3,
    layout: layouts[0] ?? "pairs",
    numbers: numbers[0],
    indices: "uint16",
    shares: false,
    file: "plan",
    box: { minX: 0, minY: 0, maxX: 100, maxY: 100 },
    pieces: null,
    ...chosen,
  };
}

export function written(format: HandoffFormat, figures: readonly Figure[], chosen: Partial<Style> = {}) {
  return handOff(format, figures, styleOf(format, chosen), AS_PLANNED);
}

/** Polygons as a region whose edges stand for themselves. */
export function region(name: string, polygons: MultiPolygon): Figure {
  const path = { subpaths: allRings(polygons).flatMap((each) => polygonPath(each).subpaths) };
  return regionFigure(name, polygons, () => sourcesOf(path, flattenPath(path, { tolerance: 1 }), ""));
}

/** A path as an outline, flattened. */
export function outline(name: string, path: Path, tolerance = 0.01): Figure {
  const flat = flattenPath(path, { tolerance });
  return outlineFigure(name, flat.subpaths, path, () => sourcesOf(path, flat, name));
}

const place = fc.double({ min: -1000, max: 1000, noNaN: true });
const points = fc
  .array(place, { minLength: 1, maxLength: 12 })
  .map((all) => Float64Array.from(all.flatMap((x) => [x, -x / 3])));
const line = fc.record({
  vertices: fc
    .uniqueArray(fc.tuple(place, place), { minLength: 2, maxLength: 9, selector: ([x, y]) => `${x + 0} ${y + 0}` })
    .map((all) => Float64Array.from(all.flat())),
  closed: fc.boolean(),
});
const polygons = fc
  .tuple(fc.oneof(latticeOperand, looseOperand), fc.oneof(latticeOperand, looseOperand))
  .map(([a, b]) => combine("xor", a, b).polygons);

/** Regions with holes or without, open and closed lines, triangles, points, numbers; some of them empty. */
export const figures: fc.Arbitrary<Figure[]> = fc.array(
  fc.oneof(
    polygons.map((each) => region("pond", each)),
    fc.array(line, { maxLength: 3 }).map((lines) => outline("track", pathOfLines(lines))),
    polygons.map((each) => trianglesFigure("green", triangulate(each))),
    points.map((each) => pointsFigure("posts", each)),
    fc.array(place, { minLength: 1, maxLength: 4 }).map((each) => numbersFigure("sizes", each)),
  ),
  { minLength: 1, maxLength: 4 },
);
