import { type NumberText, numberText } from "../decimals";
import { type Figure, type FigureLine, polygonsOfFigure } from "../figure";
import { DOUBLES, type Form, type ReadFigure, SHAPES_AND_POINTS } from "../form";
import { pointTexts } from "../text";
import { lineOf } from "./wkt";

/**
 * A feature for each figure (RFC 7946). Rings follow its section 3.1.6: outer ones counter-clockwise where y goes up, which is
 * the kernel's positive sense; rings and closed lines end where they begin.
 */
export const geojson: Form = {
  title: "GeoJSON",
  group: "geometry and tables",
  ending: "geojson",
  mediaType: "application/geo+json",
  keepsCurves: false,
  holds: { kinds: SHAPES_AND_POINTS, open: true, names: true },
  layouts: [],
  numbers: DOUBLES,
  write(figures, style) {
    const number = numberText(style);
    const features = figures.map(
      (figure) =>
        `  { "type": "Feature", "properties": { "name": ${JSON.stringify(figure.name)} },\n    "geometry": ${geometry(figure, number)} }`,
    );
    return `{ "type": "FeatureCollection", "features": [\n${features.join(",\n")}\n] }\n`;
  },
  read: (content) => JSON.parse(String(content)).features.map(readFeature),
};

function geometry(figure: Figure, number: NumberText): string {
  const row = (line: FigureLine): string => {
    const points = pointTexts(line, number, (x, y) => `[${x}, ${y}]`);
    return `[${[...points, ...(line.closed ? [points[0]] : [])].join(", ")}]`;
  };
  const written = (type: string, coordinates: string): string => `{ "type": "${type}", "coordinates": ${coordinates} }`;
  const lines = figure.lines.filter(({ vertices }) => vertices.length > 0);
  if (figure.kind === "points") {
    const points = lines.length ? row({ ...lines[0], closed: false }) : "[]";
    return lines[0]?.vertices.length === 2 ? written("Point", points.slice(1, -1)) : written("MultiPoint", points);
  }
  if (figure.kind === "outline")
    return lines.length === 1
      ? written("LineString", row(lines[0]))
      : written("MultiLineString", `[${lines.map(row).join(", ")}]`);
  const polygons = polygonsOfFigure(figure).map((rings) => `[${rings.map(row).join(", ")}]`);
  if (polygons.length === 1) return written("Polygon", polygons[0]);
  return written("MultiPolygon", `[${polygons.join(", ")}]`);
}

function readFeature({
  geometry: { type, coordinates },
}: {
  geometry: { type: string; coordinates: unknown };
}): ReadFigure {
  if (type.endsWith("Point")) return { lines: [{ points: [coordinates].flat(3) as number[], closed: false }] };
  const depth = { LineString: 0, Polygon: 1, MultiLineString: 1, MultiPolygon: 2 }[type] ?? 0;
  const rows = (depth === 0 ? [coordinates] : (coordinates as unknown[]).flat(depth - 1)) as number[][][];
  return { lines: rows.map((row) => lineOf(row.flat(), type.endsWith("Polygon"))) };
}
