import { allRings, type Bounds, bounds, type MultiPolygon, type Ring } from "@vertexon/geometry";

/** Outlines as SVG path data in plan units, with no more detail than a small picture shows. */
export interface SmallPicture {
  data: string;
  /** Around them; null for none. */
  box: Bounds | null;
}

/** Width and height of a card with an operation's result, in pixels. */
export const CARD = [78, 50] as const;

/** Points nearer than this share of a pixel to the one before are left out. */
const NEAR = 0.25;

/** A region, and lines without an area, for a picture of so many pixels; of the box around them where none is given. */
export function smallPicture(
  polygons: MultiPolygon,
  lines: readonly Ring[],
  [width, height]: readonly [number, number],
  given: Bounds | null = null,
): SmallPicture {
  const rings = allRings(polygons);
  const box = given ?? bounds([...rings, ...lines]);
  if (!box) return { data: "", box };
  const pixel = Math.max((box.maxX - box.minX) / width, (box.maxY - box.minY) / height, 1e-9);
  const data = [...rings.map((ring) => `${lineOf(ring, pixel)}Z`), ...lines.map((line) => lineOf(line, pixel))];
  return { data: data.join(""), box };
}

function lineOf(points: Ring, pixel: number): string {
  // To a tenth of a pixel.
  const decimals = Math.min(20, Math.max(0, 1 - Math.floor(Math.log10(pixel))));
  const least = NEAR * pixel;
  let data = "";
  let [x, y] = [Number.NaN, Number.NaN];
  for (let i = 0; i < points.length; i += 2) {
    const isEnd = i === 0 || i === points.length - 2;
    if (!isEnd && Math.abs(points[i] - x) < least && Math.abs(points[i + 1] - y) < least) continue;
    [x, y] = [points[i], points[i + 1]];
    data += `${i ? "L" : "M"}${x.toFixed(decimals)} ${y.toFixed(decimals)}`;
  }
  return data;
}
