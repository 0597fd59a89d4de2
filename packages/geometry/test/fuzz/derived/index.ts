import { randomOf } from "../families";
import { clip } from "./clip";
import { curves } from "./curves";
import { cutCells, cutLines, tiled } from "./cut";
import { dash, length } from "./dash";
import { convex, triangles } from "./mesh";
import { offset } from "./offset";
import type { Random } from "./outlines";
import { regional } from "./regions";
import type { Run } from "./run";
import { simplify } from "./simplify";
import { stroke } from "./stroke";

/** What each derived operation is held against, one function a case: it makes random input, and tells what is wrong. */
export const DERIVED: Record<string, (r: Random) => Run> = {
  cut: cutCells,
  "cut by lines": cutLines,
  tiles: tiled,
  clip,
  length,
  stroke,
  dash,
  offset,
  simplify,
  regions: regional,
  "kept curves": curves,
  triangles,
  "convex pieces": convex,
};

/** A case by its number. */
export function derivedCase(seed: number, index: number): Run & { operation: string } {
  const names = Object.keys(DERIVED);
  const operation = names[index % names.length];
  const r = randomOf(Math.imul(seed, 0x9e3779b1) ^ Math.imul(index + 1, 0x85ebca6b));
  for (let k = 0; k < 8; k++) r();
  return { operation, ...DERIVED[operation](r) };
}
