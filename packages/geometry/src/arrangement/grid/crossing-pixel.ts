import { crossRounded } from "../../numeric";
import { nearestWhole, offsetTerms } from "./crossing-rounding";
import type { GivenEdges } from "./given-edges";
import { crossProperly } from "./proper-crossing";

/** The pixel that holds the point where two edges properly cross. */
export interface Pixel {
  x: number;
  y: number;
}

/** Whether two edges, as they were given, properly cross. If so, `pixel` becomes that of the crossing, rounded correctly. */
export function crossingPixel(edges: GivenEdges, e: number, f: number, pixel: Pixel): boolean {
  if (!crossProperly(edges, e, f)) return false;
  if (lengthOf(edges, e) <= lengthOf(edges, f)) locate(edges, e, f, pixel);
  else locate(edges, f, e, pixel);
  return true;
}

function lengthOf({ x, y, next }: GivenEdges, e: number): number {
  return Math.abs(x[next[e]] - x[e]) + Math.abs(y[next[e]] - y[e]);
}

/**
 * The pixel of the crossing, measured along edge e, the shorter one: at the share cross(w, v) / cross(u, v) of u, where w
 * leads from the start of e to that of f.
 */
function locate(edges: GivenEdges, e: number, f: number, pixel: Pixel): void {
  const { x, y, next, startX, startY, endX, endY } = edges;
  const i = next[e];
  const j = next[f];
  const ox = startX[e];
  const oy = startY[e];
  const dux = endX[i] - ox;
  const duy = endY[i] - oy;
  const dvx = endX[j] - startX[f];
  const dvy = endY[j] - startY[f];
  const dwx = startX[f] - ox;
  const dwy = startY[f] - oy;
  const ux = x[i] - x[e];
  const uy = y[i] - y[e];
  const vx = x[j] - x[f];
  const vy = y[j] - y[f];
  const wx = x[f] - x[e];
  const wy = y[f] - y[e];
  const num = crossRounded(wx, wy, vx, vy) + (wx * dvy + dwx * vy - wy * dvx - dwy * vx + (dwx * dvy - dwy * dvx));
  const den = crossRounded(ux, uy, vx, vy) + (ux * dvy + dux * vy - uy * dvx - duy * vx + (dux * dvy - duy * dvx));
  const share = num / den;
  const sx = share * (ux + dux);
  const sy = share * (uy + duy);
  const rx = sx + ox;
  const ry = sy + oy;
  const lengths = offsetTerms(ux, uy, vx, vy, wx, wy);
  const slack = (1e-15 * lengths) / Math.abs(den);
  const isCertain = (r: number, s: number, along: number): boolean =>
    Math.abs(r - Math.floor(r) - 0.5) > 1e-15 * (Math.abs(s) + 1) + slack * (Math.abs(along) + 1);
  pixel.x = x[e] + (isCertain(rx, sx, ux) ? Math.round(rx) : nearestWhole(edges, e, f, 0, Math.floor(rx)));
  pixel.y = y[e] + (isCertain(ry, sy, uy) ? Math.round(ry) : nearestWhole(edges, e, f, 1, Math.floor(ry)));
}
