import { edgesOf, type FillRule, filled, type Operand } from "../polygon";
import { BOUNDARY, crossing } from "./crossing";

/** `winding` is how often the rings go around the point, from +x towards +y counted positive; 0 on the boundary. */
export interface Location {
  side: "inside" | "outside" | "boundary";
  winding: number;
}

export interface LocationIndex {
  locate(x: number, y: number): Location;
  /** For points x0 y0 x1 y1 …: 1 inside, 0 boundary, −1 outside. */
  locateAll(points: Float64Array): Int8Array;
}

/**
 * Prepares a shape for many questions of {@link locatePoint}'s kind, with the same answers.
 *
 * Edges are put into horizontal bands, about one an edge. A band's number is a monotone function of y as computed, so
 * an edge is in the band of every y that it spans, whatever was rounded. Where edges are long against the bands, there
 * are fewer bands: no more than about eight entries an edge are kept.
 */
export function locationIndex(shape: Operand): LocationIndex {
  const edges = edgesOf(shape.rings);
  const count = edges.length / 4;
  const { bandOf, starts, entries } = bandsOf(edges, count);
  const windingAt = (x: number, y: number): number => {
    const band = bandOf(y);
    if (band < 0) return 0;
    let winding = 0;
    for (let k = starts[band]; k < starts[band + 1]; k++) {
      const e = 4 * entries[k];
      const turn = crossing(x, y, edges[e], edges[e + 1], edges[e + 2], edges[e + 3]);
      if (turn === BOUNDARY) return Number.NaN;
      winding += turn;
    }
    return winding;
  };
  return {
    locate(x, y) {
      const winding = windingAt(x, y);
      if (Number.isNaN(winding)) return { side: "boundary", winding: 0 };
      return { side: filled(winding, shape.fillRule) ? "inside" : "outside", winding };
    },
    locateAll(points) {
      const sides = new Int8Array(points.length >> 1);
      for (let i = 0; i < sides.length; i++)
        sides[i] = sideCode(windingAt(points[2 * i], points[2 * i + 1]), shape.fillRule);
      return sides;
    },
  };
}

function sideCode(winding: number, rule: FillRule): -1 | 0 | 1 {
  if (Number.isNaN(winding)) return 0;
  return filled(winding, rule) ? 1 : -1;
}

interface Bands {
  /** −1 above and below all edges. */
  bandOf(y: number): number;
  /** The entries of band b are starts[b] to starts[b + 1]. */
  starts: Uint32Array;
  entries: Uint32Array;
}

function bandsOf(edges: Float64Array, count: number): Bands {
  let minY = Number.POSITIVE_INFINITY;
  let maxY = Number.NEGATIVE_INFINITY;
  let rise = 0;
  for (let e = 0; e < 4 * count; e += 4) {
    const y = edges[e + 1];
    minY = Math.min(minY, y);
    maxY = Math.max(maxY, y);
    rise += Math.abs(edges[e + 3] / 2 - y / 2);
  }
  const half = maxY / 2 - minY / 2;
  // An edge of height r touches about 1 + bands r / height bands: keep the sum near eight an edge.
  const wanted = half > 0 ? Math.min(count, Math.max(16, Math.ceil((7 * count * half) / Math.max(rise, half)))) : 1;
  const scale = wanted / 2 / half;
  const bands = Number.isFinite(scale) && half > 0 ? wanted : 1;
  const at = (y: number): number => (bands === 1 ? 0 : Math.min(bands - 1, Math.floor((y / 2 - minY / 2) * scale * 2)));
  const starts = new Uint32Array(bands + 2);
  const low = (e: number): number => at(Math.min(edges[e + 1], edges[e + 3]));
  const high = (e: number): number => at(Math.max(edges[e + 1], edges[e + 3]));
  for (let e = 0; e < 4 * count; e += 4) for (let b = low(e); b <= high(e); b++) starts[b + 2]++;
  for (let b = 2; b < starts.length; b++) starts[b] += starts[b - 1];
  const entries = new Uint32Array(starts[bands + 1]);
  for (let e = 0; e < 4 * count; e += 4) for (let b = low(e); b <= high(e); b++) entries[starts[b + 1]++] = e >> 2;
  return { bandOf: (y) => (y >= minY && y <= maxY ? at(y) : -1), starts, entries };
}
