import { type LocationIndex, locationIndex, operandOf, type Ring } from "@vertexon/geometry";
import { curvesOf, namedShapesIn, type Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { SIDES, type SideName } from "../probed-points";
import { writtenOperand } from "./why";

interface Asked {
  name: string;
  /** The points, x and y each. */
  x: Float64Array;
  y: Float64Array;
  /** The digits that are handed off. */
  decimals: number;
  tolerance: number;
  /** Where the script states the tolerance, as the edit that puts another one there. */
  from: number;
  to: number;
}

/** What is asked, from the true outline on to what a program holds. */
const STAGES = ["true curves", "flattened outline", "region", "digits handed off"] as const;

export interface WhatIfView {
  done: number;
  steps: number;
  /** For each stage, how many points lie inside, and how many lie elsewhere than by the first stage. */
  stages: { title: (typeof STAGES)[number]; inside: number; differ: number }[];
  /** Points whose side is not the same in all stages, by their places, with the side in each stage. */
  rows: { point: number; sides: SideName[] }[];
  /** For some tolerances, how many points lie elsewhere than by the true curves, and what that costs. */
  tolerances: { tolerance: number; differ: number; vertices: number }[];
  /** Whether true curves are known: without them the outline's own edges are the truth. */
  hasCurves: boolean;
}

/** Rows beyond this are counted, not listed. */
const MOST_ROWS = 5000;
/** Tolerances from a hundredth of the present one to ten times it. */
const FINEST = 0.01;
const COARSEST = 10;
const TRIED = 13;

/**
 * The same points asked at every step that a shape goes through, and by the true curves against the edges of other tolerances. Tells what it
 * has found on the way; null for what is no shape.
 */
export function whatIf(sheet: AskedSheet, asked: Asked, tell: (soFar: WhatIfView) => void): WhatIfView | null {
  const { name, x, y, decimals, tolerance, from, to } = asked;
  const shape = sheet.shape(name);
  if (!shape) return null;
  const curves = curvesOf(shape);
  const written = locationIndex(writtenOperand(shape));
  const asks: (Pick<LocationIndex, "locate"> | null)[] = [
    curves,
    // The outline of what an operation made is its region.
    written,
    locationIndex(operandOf(shape.polygons)),
    locationIndex({
      rings: operandOf(shape.polygons).rings.map((ring) => rounded(ring, decimals)),
      fillRule: "nonzero",
    }),
  ];
  const sides = asks.map((index) => sidesBy(index ?? written, x, y));
  const truth = sides[0];
  const view: WhatIfView = {
    done: 1,
    steps: TRIED + 1,
    stages: STAGES.map((title, k) => ({
      title: title === "true curves" && !curves ? "flattened outline" : title,
      inside: sides[k].reduce((sum, side) => sum + (side === INSIDE ? 1 : 0), 0),
      differ: differing(truth, sides[k]),
    })).slice(curves ? 0 : 1),
    rows: [],
    tolerances: [],
    hasCurves: curves !== null,
  };
  for (let i = 0; i < x.length && view.rows.length < MOST_ROWS; i++)
    if (sides.some((each) => each[i] !== truth[i]))
      view.rows.push({ point: i, sides: sides.slice(curves ? 0 : 1).map((each) => SIDES[each[i]]) });
  if (!curves || shape.hasOwnFlattening) return { ...view, done: view.steps };
  tell({ ...view });
  const definition = /^\w+/.exec(name)?.[0] ?? "";
  for (let k = 0; k < TRIED; k++) {
    const share = COARSEST * (FINEST / COARSEST) ** (k / (TRIED - 1));
    const tried = Number((tolerance * share).toPrecision(2));
    const insert = from === to ? `tolerance ${tried}\n` : String(tried);
    const value = sheet.tried([{ from, to, insert }], definition);
    const there: Shape | undefined = value
      ? namedShapesIn(definition, value).find(([each]) => each === name)?.[1]
      : undefined;
    if (there) {
      const differ = differing(truth, sidesBy(locationIndex(operandOf(there.polygons)), x, y));
      view.tolerances = [...view.tolerances, { tolerance: tried, differ, vertices: there.vertexCount }];
    }
    view.done = k + 2;
    tell({ ...view });
  }
  return view;
}

const INSIDE = SIDES.indexOf("inside");

function sidesBy(index: Pick<LocationIndex, "locate">, x: Float64Array, y: Float64Array): Uint8Array {
  return Uint8Array.from(x, (value, i) => SIDES.indexOf(index.locate(value, y[i]).side));
}

function differing(a: Uint8Array, b: Uint8Array): number {
  let count = 0;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) count++;
  return count;
}

function rounded(ring: Ring, decimals: number): Ring {
  return ring.map((value) => Number(value.toFixed(decimals)));
}
