/** The formats by their names in the notation, with a title and the usual file ending. */
export const handoffFormats = {
  typescript: { title: "TypeScript", ending: "ts" },
  "c-array": { title: "C array", ending: "h" },
  json: { title: "JSON", ending: "json" },
  "svg-path": { title: "SVG path data", ending: "txt" },
  "svg-curves": { title: "SVG curves", ending: "txt" },
  wkt: { title: "WKT", ending: "wkt" },
  "edge-table": { title: "Edge table", ending: "csv" },
} as const;

export type HandoffFormat = keyof typeof handoffFormats;

export interface HandoffOptions {
  /** The name in the program; characters that no identifier may hold become underscores. */
  name: string;
  /** Digits after the decimal point, 0 to 17. */
  decimals: number;
}

export interface Handoff {
  text: string;
  vertices: number;
  /** Where curves are kept: how many segments are curves, and how many are lines. */
  segments?: { curves: number; lines: number };
  /** No vertex moved further than this when it was rounded, in plan units. */
  rounding: number;
  /** Vertices that became equal to the one before them in their ring. */
  merged: number;
}
