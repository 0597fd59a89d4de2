import { allRings, edgesOf, type MultiPolygon } from "../polygon";

/** Directions that are tried at first, and how many of the best are looked at closely. */
const DIRECTIONS = 72;
const BEST = 2;
/** Halvings, about, of the angle around those. */
const STEPS = 16;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Into so many strips along the direction shapes are divided for the search, which counts the whole strip where an edge reaches in. */
const STRIPS = 512;

/**
 * How far one shape has to go in a direction until it has passed another altogether: with both turned so that the direction is +u,
 * the greatest lead, at any v that both reach, of the other's front over this one's back.
 *
 *          v |    ____                  lead = u of b's front − u of a's back, greatest where one of
 *            |   / a __\___             the two has a vertex
 *            |   \__|  b   \
 *            |      \______/
 *            +---------------- u
 */
export class Escapes {
  private readonly a: Float64Array;
  private readonly b: Float64Array;
  private readonly backs = new Float64Array(STRIPS);
  private readonly fronts = new Float64Array(STRIPS);

  constructor(a: MultiPolygon, b: MultiPolygon) {
    this.a = edgesOf(allRings(a));
    this.b = edgesOf(allRings(b));
  }

  /** The shortest that was found: searched for by strips, and measured exactly where that ends. */
  shortest(): { x: number; y: number; length: number } {
    const step = (2 * Math.PI) / DIRECTIONS;
    const tried = Array.from({ length: DIRECTIONS }, (_, k) => ({ angle: k * step, length: this.byStrips(k * step) }));
    const best = [...tried].sort((p, q) => p.length - q.length).slice(0, BEST);
    const { angle, length } = best
      .map((each) => this.closely(each, step).angle)
      .map((each) => ({ angle: each, length: this.along(each) }))
      .reduce((p, q) => (q.length < p.length ? q : p));
    return { x: length * Math.cos(angle), y: length * Math.sin(angle), length };
  }

  /** By golden sections of the angles around one. */
  private closely(tried: { angle: number; length: number }, step: number): { angle: number; length: number } {
    let best = tried;
    const at = (angle: number): number => {
      const length = this.byStrips(angle);
      if (length < best.length) best = { angle, length };
      return length;
    };
    let [low, high] = [tried.angle - step, tried.angle + step];
    for (let k = 0; k < STEPS; k++) {
      const [p, q] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
      if (at(p) < at(q)) high = q;
      else low = p;
    }
    return best;
  }

  /** No less than {@link along}, and hardly more. */
  private byStrips(angle: number): number {
    const { a, b, backs, fronts } = this;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const [aLow, aHigh] = extentAcross(a, cos, sin);
    const [bLow, bHigh] = extentAcross(b, cos, sin);
    const low = Math.max(aLow, bLow);
    const high = Math.min(aHigh, bHigh);
    if (!(high > low)) return 0;
    fillFronts(a, -cos, -sin, low, high, backs.fill(Number.NEGATIVE_INFINITY), true);
    fillFronts(b, cos, sin, low, high, fronts.fill(Number.NEGATIVE_INFINITY), false);
    let greatest = 0;
    for (let k = 0; k < STRIPS; k++) if (fronts[k] + backs[k] > greatest) greatest = fronts[k] + backs[k];
    return greatest;
  }

  /** How far it is in a direction, in radians; 0 where they do not lie in each other's way. */
  along(angle: number): number {
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const [a, b] = [turned(this.a, cos, sin), turned(this.b, cos, sin)];
    // b's fronts at a's vertices, and a's backs, turned about to be fronts as well, at b's.
    const back = a.map((value, i) => (i % 2 === 0 ? -value : value));
    const ahead = b.map((value, i) => (i % 2 === 0 ? -value : value));
    return Math.max(0, lead(a, b), lead(ahead, back));
  }
}

function extentAcross(edges: Float64Array, cos: number, sin: number): [number, number] {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let e = 0; e < edges.length; e += 4) {
    const v = edges[e + 1] * cos - edges[e] * sin;
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return [low, high];
}

/** The greatest u of edges in each strip between two heights; those of `isTurned` ones count v the other way round. */
function fillFronts(
  edges: Float64Array,
  cos: number,
  sin: number,
  low: number,
  high: number,
  fronts: Float64Array,
  isTurned: boolean,
): void {
  const across = isTurned ? -1 : 1;
  const per = STRIPS / (high - low);
  for (let e = 0; e < edges.length; e += 4) {
    let u = edges[e] * cos + edges[e + 1] * sin;
    let v = (across * (edges[e + 1] * cos - edges[e] * sin) - low) * per;
    let w = edges[e + 2] * cos + edges[e + 3] * sin;
    let z = (across * (edges[e + 3] * cos - edges[e + 2] * sin) - low) * per;
    if (v > z) [u, v, w, z] = [w, z, u, v];
    const first = Math.max(0, Math.floor(v));
    const last = Math.min(STRIPS - 1, Math.floor(z));
    if (first === last || v === z) {
      const greatest = Math.max(u, w);
      for (let k = first; k <= last; k++) if (greatest > fronts[k]) fronts[k] = greatest;
      continue;
    }
    const slope = (w - u) / (z - v);
    for (let k = first; k <= last; k++) {
      // Where it is furthest ahead within the strip.
      const at = slope > 0 ? Math.min(k + 1, z) : Math.max(k, v);
      const reached = u + (at - v) * slope;
      if (reached > fronts[k]) fronts[k] = reached;
    }
  }
}

/** The greatest lead of some edges over the vertices of others, at the same v. */
function lead(vertices: Float64Array, edges: Float64Array): number {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 1; i < edges.length; i += 2) {
    if (edges[i] < low) low = edges[i];
    if (edges[i] > high) high = edges[i];
  }
  if (!(high > low)) return 0;
  const count = Math.max(1, edges.length >> 2);
  const per = count / (high - low);
  const slotOf = (v: number): number => Math.max(0, Math.min(count - 1, Math.floor((v - low) * per)));
  const first = new Int32Array(count + 1);
  const eachSlot = (e: number, visit: (slot: number) => void): void => {
    const [p, q] = [slotOf(edges[e + 1]), slotOf(edges[e + 3])];
    for (let slot = Math.min(p, q); slot <= Math.max(p, q); slot++) visit(slot);
  };
  for (let e = 0; e < edges.length; e += 4) eachSlot(e, (slot) => first[slot + 1]++);
  for (let k = 0; k < count; k++) first[k + 1] += first[k];
  const fill = first.slice();
  const sorted = new Int32Array(first[count]);
  for (let e = 0; e < edges.length; e += 4) eachSlot(e, (slot) => (sorted[fill[slot]++] = e));
  let greatest = 0;
  for (let i = 0; i < vertices.length; i += 4) {
    const [u, v] = [vertices[i], vertices[i + 1]];
    if (v < low || v > high) continue;
    const slot = slotOf(v);
    for (let k = first[slot]; k < first[slot + 1]; k++) {
      const e = sorted[k];
      const [pv, qv] = [edges[e + 1], edges[e + 3]];
      if ((v < pv && v < qv) || (v > pv && v > qv)) continue;
      const front =
        pv === qv ? Math.max(edges[e], edges[e + 2]) : edges[e] + ((v - pv) / (qv - pv)) * (edges[e + 2] - edges[e]);
      if (front - u > greatest) greatest = front - u;
    }
  }
  return greatest;
}

function turned(edges: Float64Array, cos: number, sin: number): Float64Array {
  const result = new Float64Array(edges.length);
  for (let i = 0; i < edges.length; i += 2) {
    result[i] = edges[i] * cos + edges[i + 1] * sin;
    result[i + 1] = edges[i + 1] * cos - edges[i] * sin;
  }
  return result;
}
