import type { Quadratic } from "../path";
import { equalSteps } from "./parabola";
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
 * sqrt(E), and further out g'' is smaller than d grows. Each chord's distance is computed from its ends all the same,
 * for the caller to know, and one chord is added to all where it should exceed the tolerance by a rounding.
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
  const length = Math.sqrt(squared);
  const e = (4 * tolerance * squared * length) / (k * k);
  if (!(e <= 4)) return false;
  const scale = squared / k;
  const vertex = -(ax * bx + ay * by) / squared;
  const from = -vertex * scale;
  const to = (1 - vertex) * scale;
  if (Math.abs(from) > MOST || Math.abs(to) > MOST) return false;
  const first = sink.count;
  const share = equalSteps(from, to);
  for (let count = Math.ceil((share.length / Math.sqrt(e)) * (1 + e / 48 + 2e-7)); ; count++) {
    let t = 0;
    let x = from;
    let worst = 0;
    for (let i = 1; i < count; i++) {
      const next = share.at(i / count);
      const m = (x + next) / 2;
      const d = next - x;
      const deviation = (tolerance * d * d) / (e * Math.sqrt(1 + m * m));
      if (deviation > worst) worst = deviation;
      const u = vertex + next / scale;
      sink.chord(t, x0 + u * (2 * bx + u * ax), y0 + u * (2 * by + u * ay), deviation + rounding);
      t = u;
      x = next;
    }
    const m = (x + to) / 2;
    const d = to - x;
    const deviation = (tolerance * d * d) / (e * Math.sqrt(1 + m * m));
    sink.chord(t, x2, y2, deviation + rounding);
    if (worst <= tolerance && deviation <= tolerance) return true;
    sink.backTo(first);
  }
}

/** Beyond this the parameters lose digits that the even steps need. */
const MOST = 1e6;
