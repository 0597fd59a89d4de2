import { compoundItem, polygonItem, polylineItem } from "./expressions";
import type { ImportedItem, Notes, Position } from "./imported";

/** The geometries that WKT and GeoJSON share (OGC simple features), without their third coordinates. */
export type Geometry =
  | { type: "Point" | "MultiPoint"; points: Position[] }
  | { type: "LineString" | "MultiLineString"; lines: Position[][] }
  | { type: "Polygon" | "MultiPolygon"; polygons: Position[][][] }
  | { type: "GeometryCollection"; geometries: Geometry[] };

/** A geometry as things for the script. The holes of polygons, and their parts, make one shape under evenodd. */
export function geometryItems(geometry: Geometry, name: string | null, notes: Notes): ImportedItem[] {
  switch (geometry.type) {
    case "GeometryCollection":
      return geometry.geometries.flatMap((each) => geometryItems(each, name, notes));
    case "Point":
    case "MultiPoint":
      return geometry.points.length ? [{ kind: "points", name, points: geometry.points }] : [];
    case "LineString":
    case "MultiLineString":
      return geometry.lines.flatMap((line) => {
        if (line.length >= 2) return [polylineItem(name, line)];
        notes.add("a line of fewer than two points was left out");
        return [];
      });
    case "Polygon":
    case "MultiPolygon": {
      const rings = geometry.polygons.flatMap((polygon) => polygon.flatMap((ring) => usableRing(ring, notes)));
      if (rings.length <= 1) return rings.map((ring) => polygonItem(name, ring));
      const parts = rings.map((ring) => polygonItem(null, ring) as Extract<ImportedItem, { kind: "shape" }>);
      return [compoundItem(name, parts, "evenodd")];
    }
  }
}

/** A ring without its repeated first position; rings here close by themselves. */
function usableRing(ring: readonly Position[], notes: Notes): Position[][] {
  const [first, last] = [ring[0], ring[ring.length - 1]];
  const closes = ring.length > 1 && first[0] === last[0] && first[1] === last[1];
  if (!closes && ring.length) notes.add("a ring did not end where it began; it was closed");
  const open = closes ? ring.slice(0, -1) : [...ring];
  if (open.length >= 3) return [open];
  notes.add("a ring of fewer than three places was left out");
  return [];
}
