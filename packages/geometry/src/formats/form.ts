import type { EdgeSources } from "../curved";
import type { MultiPolygon } from "../polygon";

/** A form in which a shape is handed to another program. A further one is a file in forms/ and a row in forms.ts. */
export interface Form {
  title: string;
  /** The usual ending of its files, without the dot. */
  ending: string;
  mediaType: string;
  /** Whether curves stay curves in it: then what flattening left is no part of its error. */
  keepsCurves: boolean;
  write(shape: HandedShape, options: HandoffOptions): Handoff;
  /** The vertices that a text of it holds, x y …, ring by ring: what was written can be held against them. */
  read(text: string): number[][];
}

export interface HandedShape {
  polygons: MultiPolygon;
  /** What its edges stand for, ring by ring: each polygon's outer ring, then its holes. Asked for by forms that tell it. */
  sources(): readonly EdgeSources<string>[];
}

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
