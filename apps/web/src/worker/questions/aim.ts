import { bounces, hitsOnPath, type PathHit } from "@vertexon/geometry";
import { boundaryOf } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** What is aimed: a line to where it was dragged, one that goes on, or a ball that is thrown back. */
export type AimKind = "segment" | "ray" | "ball";

export interface AimView {
  /** The way, x y each. */
  way: Float64Array;
  /** In order along the way; `at` is how far that is from its start, in plan units. */
  hits: (Pick<PathHit, "x" | "y" | "effect" | "normal"> & { at: number })[];
}

interface Asked {
  name: string;
  kind: AimKind;
  from: { x: number; y: number };
  to: { x: number; y: number };
  /** How often a ball is thrown back. */
  times: number;
}

/** What a line meets of a shape's true outline; null for what is no shape. */
export function aim(sheet: AskedSheet, { name, kind, from, to, times }: Asked): AimView | null {
  const shape = sheet.shape(name);
  if (!shape || (from.x === to.x && from.y === to.y)) return null;
  const { outlines } = boundaryOf(shape);
  if (kind === "ball") {
    const { points, hits } = bounces(
      from.x,
      from.y,
      Math.atan2(to.y - from.y, to.x - from.x),
      outlines,
      "evenodd",
      times,
    );
    let at = 0;
    return {
      way: points,
      hits: hits.map(({ x, y, effect, normal }, i) => {
        at += Math.hypot(x - points[2 * i], y - points[2 * i + 1]);
        return { x, y, effect, normal, at };
      }),
    };
  }
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const hits = hitsOnPath(from.x, from.y, to.x, to.y, outlines, "evenodd", kind === "ray");
  const last = hits.at(-1);
  const end = kind === "ray" && last && last.along > 1 ? last : to;
  return {
    way: Float64Array.of(from.x, from.y, end.x, end.y),
    hits: hits.map(({ x, y, effect, normal, along }) => ({ x, y, effect, normal, at: along * length })),
  };
}
