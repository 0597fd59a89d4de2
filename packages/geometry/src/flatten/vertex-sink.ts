import type { FlatSubpath } from "./flatten-path";

/**
 * Where the flattened vertices of one subpath gather: typed arrays that double when they are full, so that no vertex
 * allocates anything. One sink serves all subpaths in turn.
 */
export class VertexSink {
  private vertices = new Float64Array(512);
  private segment = new Int32Array(256);
  private parameter = new Float64Array(256);
  private deviation = new Float64Array(256);
  /** Chords so far; the vertices are one more. */
  private chords = 0;
  /** The segment that the next chords belong to. */
  index = 0;

  begin(x: number, y: number): void {
    this.chords = 0;
    this.index = 0;
    this.vertices[0] = x;
    this.vertices[1] = y;
  }

  /** A chord of the present segment from parameter t on to (x, y), with the bound of its distance from the curve. */
  chord(t: number, x: number, y: number, deviation: number): void {
    const i = this.chords;
    if (i + 2 > this.segment.length) this.grow();
    this.segment[i] = this.index;
    this.parameter[i] = t;
    this.deviation[i] = deviation;
    this.vertices[2 * i + 2] = x;
    this.vertices[2 * i + 3] = y;
    this.chords = i + 1;
  }

  get count(): number {
    return this.chords;
  }

  lastDeviation(): number {
    return this.deviation[this.chords - 1];
  }

  /** Forgets all chords after the first `count`. */
  backTo(count: number): void {
    this.chords = count;
  }

  /** The subpath; a closed one that came back to its start does not repeat it, any other ends in a chord of no error. */
  end(closed: boolean, segments: number): FlatSubpath {
    const n = this.chords;
    const { vertices: v, deviation } = this;
    const returns = closed && n > 0 && v[0] === v[2 * n] && v[1] === v[2 * n + 1];
    if (!returns) {
      this.segment[n] = closed ? segments : Math.max(0, segments - 1);
      this.parameter[n] = closed || n === 0 ? 0 : 1;
      deviation[n] = 0;
    }
    const count = returns ? n : n + 1;
    return {
      vertices: v.slice(0, 2 * count),
      closed,
      segment: this.segment.slice(0, count),
      parameter: this.parameter.slice(0, count),
      deviation: deviation.slice(0, count),
    };
  }

  private grow(): void {
    const size = 2 * this.segment.length;
    this.vertices = copied(new Float64Array(2 * size), this.vertices);
    this.segment = copied(new Int32Array(size), this.segment);
    this.parameter = copied(new Float64Array(size), this.parameter);
    this.deviation = copied(new Float64Array(size), this.deviation);
  }
}

function copied<T extends Float64Array | Int32Array>(to: T, from: T): T {
  to.set(from);
  return to;
}
