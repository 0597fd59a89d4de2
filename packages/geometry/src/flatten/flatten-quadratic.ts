import type { Quadratic } from "../path";
import { MOST_CHORDS } from "./longest-chords";
import { CELLS, placeAt, REACH, stretch, WIDTH } from "./parabola";
import type { VertexSink } from "./vertex-sink";

/**
 * Flattens a quadratic by the closed form; false, with nothing added, where it does not hold (a chord as long as the
 * bend itself, a parabola so long that its parameter loses digits, a straight or reversing curve).
 *
 * With a = P0 − 2 P1 + P2, b = P1 − P0 and K = |a × b| every quadratic is one and the same parabola: in
 * x = (t − t*) |a|² / K, t* = −a·b / |a|², the direction of C' is (x, 1) in the axes along and across a, and the chord
 * over [x0, x1] with the middle m has the greatest distance (x1 − x0)² K² / (4 |a|³ sqrt(1 + m²)) from the curve. It is at most the
 * tolerance when (x1 − x0)² <= E sqrt(1 + m²), E = 4 tolerance |a|³ / K².
 *
 * With F(x) = ∫ (1 + s²)^(−1/4) ds, steps that are equal in F hold: by Taylor's formula at m
 *   F(x1) − F(x0) = d g(m) + d³/24 g''(ξ), d = x1 − x0, g = (1 + s²)^(−1/4), g'' >= −1/2,
 * so that d g(m) <= ΔF + d³/48, which is at most sqrt(E) once ΔF <= sqrt(E) / (1 + E/48): near the vertex d is about
 * sqrt(E), and further out g'' is smaller than d grows. The tabulated inverse has slopes that are right to 2e-6 of
 * themselves, so its steps are within that share of ΔF; steps of at least FINEST keep the rounding of u (2^-53 of at most
 * 2,000) and of x (2^-53 of at most MOST, where dx/du is sqrt(x)) below another 1e-6 of them. SLACK covers both: no chord
 * needs a check of its own.
 *
 * The distance to the chord's line is that to the chord: C'·chord has the sign of x0 m + 1, and for E <= 4
 * d <= 2 (1 + m²)^(1/4), so x0 m >= m² − |m| (1 + m²)^(1/4) > −1.
 */
export function flattenQuadratic(curve: Quadratic, tolerance: number, rounding: number, sink: VertexSink): boolean {
  const { x0, y0, x1, y1, x2, y2 } = curve;
  const bx = x1 - x0;
  const by = y1 - y0;
  const ax = x2 - x1 - bx;
  const ay = y2 - y1 - by;
  const squared = ax * ax + ay * ay;
  const k = Math.abs(ax * by - ay * bx);
  const size = Math.sqrt(squared);
  const e = (4 * tolerance * squared * size) / (k * k);
  if (!(e <= 4)) return false;
  const scale = squared / k;
  const vertex = -(ax * bx + ay * by) / squared;
  const from = -vertex * scale;
  const to = (1 - vertex) * scale;
  if (Math.abs(from) > MOST || Math.abs(to) > MOST) return false;
  const start = stretch(from);
  const length = stretch(to) - start;
  const needed = (length / Math.sqrt(e)) * (1 + e / 48 + SLACK);
  const count = Math.ceil(needed);
  const step = length / count;
  if (!(count <= MOST_CHORDS && step >= FINEST)) return false;
  sink.reserve(count);
  const { vertices, parameter, count: first } = sink;
  const inverseScale = 1 / scale;
  const [px, py] = [2 * bx, 2 * by];
  parameter[first] = 0;
  const last = first + count;
  if (start >= -REACH && start + length <= REACH) {
    // Within the table there is nothing to decide a vertex.
    const inCells = step / WIDTH;
    const origin = (start + REACH) / WIDTH;
    for (let i = 1, at = first + 1; at < last; i++, at++) {
      const place = origin + i * inCells;
      const cell = place | 0;
      const s = place - cell;
      const k = 4 * cell;
      const t = vertex + inverseScale * (CELLS[k] + s * (CELLS[k + 1] + s * (CELLS[k + 2] + s * CELLS[k + 3])));
      parameter[at] = t;
      vertices[2 * at] = x0 + t * (px + t * ax);
      vertices[2 * at + 1] = y0 + t * (py + t * ay);
    }
  } else
    for (let i = 1, at = first + 1; at < last; i++, at++) {
      const t = vertex + inverseScale * placeAt(start + i * step);
      parameter[at] = t;
      vertices[2 * at] = x0 + t * (px + t * ax);
      vertices[2 * at + 1] = y0 + t * (py + t * ay);
    }
  vertices[2 * last] = x2;
  vertices[2 * last + 1] = y2;
  sink.count = last;
  sink.error = Math.max(sink.error, (needed / count) ** 2 * tolerance + rounding);
  return true;
}

/** Covers what the tabulated steps and rounding are off, as shares of the steps. */
const SLACK = 4e-6;

/** Beyond this the parameters lose digits that the even steps need. */
const MOST = 1e6;

/** Steps of F below this are not told apart well enough by doubles. */
const FINEST = 1e-6;
