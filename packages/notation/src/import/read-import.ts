import { PathDataError, parsePathData } from "@vertexon/geometry";
import { reasonOf } from "../messages/reason";
import { readArrays } from "./arrays";
import { isCanvasCalls, readCanvasCalls } from "./canvas-calls";
import { isCssShape, readCssShapes } from "./css-shapes";
import { isCsv, readCsv } from "./csv";
import { pathItem } from "./expressions";
import { isGeoJson, readGeoJson } from "./geojson";
import { ImportError, type Imported, placeOf } from "./imported";
import { readSvg } from "./svg";
import { isWkt, readWkt } from "./wkt";

/** Tells what a text is and reads it. Throws {@link ImportError}, at its place where that is known. */
export function readImport(text: string, fileName = ""): Imported {
  try {
    return read(text, fileName);
  } catch (error) {
    throw error instanceof ImportError ? error : new ImportError(reasonOf(error));
  }
}

function read(text: string, fileName: string): Imported {
  const trimmed = text.replace(/^\uFEFF/, "").trim();
  if (!trimmed) throw new ImportError("there is nothing in it");
  if (trimmed.startsWith("<")) return readSvg(trimmed);
  const json = /^[[{]/.test(trimmed) ? parsedJson(trimmed) : undefined;
  if (isGeoJson(json)) return readGeoJson(json);
  if (/\.(?:geo)?json$/i.test(fileName) && json === undefined) throw jsonError(trimmed);
  if (isCssShape(trimmed)) return readCssShapes(trimmed);
  if (isWkt(trimmed)) return readWkt(trimmed);
  if (/^[Mm][\s,]*[-+.\d]/.test(trimmed)) return readPathText(trimmed);
  if (/\.[ct]sv$/i.test(fileName) || isCsv(trimmed)) return readCsv(trimmed);
  if (isCanvasCalls(trimmed)) return readCanvasCalls(trimmed);
  return readArrays(trimmed);
}

function readPathText(text: string): Imported {
  try {
    const outline = parsePathData(text);
    return { source: "path data", items: [pathItem(null, text, outline, "nonzero")], notes: [], plan: null };
  } catch (error) {
    if (!(error instanceof PathDataError)) throw error;
    const { line, column } = placeOf(text, error.offset);
    throw new ImportError(error.message, line, column);
  }
}

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined; // not JSON: perhaps an array of another language
  }
}

function jsonError(text: string): ImportError {
  try {
    JSON.parse(text);
  } catch (error) {
    return new ImportError(`this is not JSON: ${(error as Error).message}`);
  }
  return new ImportError("this JSON holds no outline");
}
