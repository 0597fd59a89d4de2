import { type Geometry, geometryItems } from "./features";
import { ImportError, type Imported, type ImportedItem, Notes, type Position } from "./imported";

type Json = { [member: string]: unknown };

const GEOMETRIES = [
  "Point",
  "MultiPoint",
  "LineString",
  "MultiLineString",
  "Polygon",
  "MultiPolygon",
  "GeometryCollection",
];

/** Whether parsed JSON says that it is GeoJSON. */
export function isGeoJson(value: unknown): boolean {
  const type = (value as Json | null)?.type;
  return typeof type === "string" && ["Feature", "FeatureCollection", ...GEOMETRIES].includes(type);
}

/** Reads GeoJSON (RFC 7946). Names come from `properties.name` or `id`; other properties cannot be taken over. */
export function readGeoJson(value: unknown): Imported {
  const notes = new Notes();
  const items = objectItems(value as Json, null, "$", notes);
  return { source: "GeoJSON", items, notes: notes.list(), plan: null };
}

function objectItems(object: Json, name: string | null, at: string, notes: Notes): ImportedItem[] {
  for (const member of ["crs", "bbox"])
    if (member in object) notes.add(`the member "${member}" has no counterpart here`);
  if (object.type === "FeatureCollection")
    return list(object.features, `${at}.features`).flatMap((feature, i) =>
      objectItems(feature as Json, null, `${at}.features[${i}]`, notes),
    );
  if (object.type !== "Feature") return geometryItems(geometry(object, at, notes), name, notes);
  const properties = (object.properties ?? {}) as Json;
  for (const property of Object.keys(properties))
    if (property !== "name") notes.add(`the property "${property}" has no counterpart here`);
  if (object.geometry === null || object.geometry === undefined) {
    notes.add("a feature without a geometry was left out");
    return [];
  }
  const own = properties.name ?? object.id;
  return objectItems(
    object.geometry as Json,
    own === undefined || own === null ? null : String(own),
    `${at}.geometry`,
    notes,
  );
}

function geometry(object: Json, at: string, notes: Notes): Geometry {
  const { type } = object;
  const here = `${at}.coordinates`;
  const position = (value: unknown, place: string): Position => {
    const numbers = list(value, place);
    if (numbers.length < 2 || numbers.some((n) => typeof n !== "number"))
      throw new ImportError(`${place} must be a position [x, y] of numbers`);
    if (numbers.length > 2) notes.add("third coordinates of positions were left out");
    return [numbers[0] as number, numbers[1] as number];
  };
  const positions = (value: unknown, place: string): Position[] =>
    list(value, place).map((each, i) => position(each, `${place}[${i}]`));
  const rings = (value: unknown, place: string): Position[][] =>
    list(value, place).map((each, i) => positions(each, `${place}[${i}]`));
  switch (type) {
    case "Point":
      return { type, points: [position(object.coordinates, here)] };
    case "MultiPoint":
      return { type, points: positions(object.coordinates, here) };
    case "LineString":
      return { type, lines: [positions(object.coordinates, here)] };
    case "MultiLineString":
      return { type, lines: rings(object.coordinates, here) };
    case "Polygon":
      return { type, polygons: [rings(object.coordinates, here)] };
    case "MultiPolygon":
      return {
        type,
        polygons: list(object.coordinates, here).map((each, i) => rings(each, `${here}[${i}]`)),
      };
    case "GeometryCollection":
      return {
        type,
        geometries: list(object.geometries, `${at}.geometries`).map((each, i) =>
          geometry(each as Json, `${at}.geometries[${i}]`, notes),
        ),
      };
    default:
      throw new ImportError(`${at}.type is ${JSON.stringify(type)}, expected one of ${GEOMETRIES.join(", ")}`);
  }
}

function list(value: unknown, place: string): unknown[] {
  if (!Array.isArray(value)) throw new ImportError(`${place} must be an array`);
  return value;
}
