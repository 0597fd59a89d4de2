import type { Quadratic } from "../path";
import { MOST_CHORDS } from "./longest-chords";
import { placeAt, stretch } from "./parabola";
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
 * sqrt(E), and further out g'' is smaller than d grows. Each chord is checked
 * all the same against that share of the tolerance, and one more is taken where rounding should have broken it.
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
  const first = sink.count;
  const start = stretch(from);
  const length = stretch(to) - start;
  const inverseScale = 1 / scale;
  for (let count = Math.ceil((length / Math.sqrt(e)) * (1 + e / 48 + SLACK)); ; count++) {
    if (!(count <= MOST_CHORDS)) return false;
    sink.reserve(count);
    const { vertices, parameter } = sink;
    const step = length / count;
    const share = ((step / Math.sqrt(e)) * (1 + e / 48 + SLACK)) ** 2;
    const most = (share * e) ** 2;
    let t = 0;
    let x = from;
    let holds = share <= 1;
    let at = first;
    for (let i = 1; i <= count; i++, at++) {
      const next = i === count ? to : placeAt(start + i * step);
      const d = next - x;
      const m = x + d / 2;
      // d² <= share E sqrt(1 + m²), squared.
      if (d * d * d * d > most * (1 + m * m)) holds = false;
      parameter[at] = t;
      t = vertex + next * inverseScale;
      vertices[2 * at + 2] = x0 + t * (2 * bx + t * ax);
      vertices[2 * at + 3] = y0 + t * (2 * by + t * ay);
      x = next;
    }
    vertices[2 * at] = x2;
    vertices[2 * at + 1] = y2;
    if (holds) {
      sink.error = Math.max(sink.error, share * tolerance + rounding);
      sink.count = at;
      return true;
    }
  }
}

/** Covers the error of the tabulated steps: their slope is right to about 2e-6 of itself. */
const SLACK = 4e-6;

/** Beyond this the parameters lose digits that the even steps need. */
const MOST = 1e6;
