import type { FlatSubpath } from "./flat-path";

/**
 * Where the flattened vertices of one subpath gather: typed arrays that grow by doubling, so that no vertex allocates
 * anything. Hot loops write into the arrays themselves, after `reserve`: chord i leads from vertex i to vertex i + 1 and
 * starts at `parameter[i]` of its segment.
 */
export class VertexSink {
  vertices = new Float64Array(512);
  parameter = new Float64Array(256);
  /** The first chord of each segment. */
  private starts: number[] = [];
  /** Chords so far; the vertices are one more. */
  count = 0;
  /** No chord since it was set to 0 is further from its curve. */
  error = 0;

  begin(x: number, y: number): void {
    this.count = 0;
    this.starts.length = 0;
    this.vertices[0] = x;
    this.vertices[1] = y;
  }

  /** Makes room for so many chords more. The arrays may be others afterwards. */
  reserve(chords: number): void {
    const least = this.count + chords + 2;
    if (least <= this.parameter.length) return;
    const size = 2 ** Math.ceil(Math.log2(least));
    this.vertices = copied(new Float64Array(2 * size), this.vertices);
    this.parameter = copied(new Float64Array(size), this.parameter);
  }

  /** A chord from parameter t on to (x, y). */
  chord(t: number, x: number, y: number): void {
    const i = this.count;
    if (i + 2 >= this.parameter.length) this.reserve(i);
    this.parameter[i] = t;
    this.vertices[2 * i + 2] = x;
    this.vertices[2 * i + 3] = y;
    this.count = i + 1;
  }

  /** The chords that come next belong to the next segment. */
  nextSegment(): void {
    this.starts.push(this.count);
  }

  /** The subpath; a closed one that came back to its start does not repeat it. */
  end(closed: boolean): FlatSubpath {
    const n = this.count;
    const v = this.vertices;
    const returns = closed && n > 0 && v[0] === v[2 * n] && v[1] === v[2 * n + 1];
    if (!returns) {
      this.reserve(1);
      // The straight join of a closed subpath, or the end of the last segment of an open one.
      if (closed) this.starts.push(n);
      this.parameter[n] = closed || n === 0 ? 0 : 1;
    }
    return this.copy(returns ? n : n + 1, closed);
  }

  /** One buffer holds all three arrays: allocating is what copying costs. */
  private copy(count: number, closed: boolean): FlatSubpath {
    const buffer = new ArrayBuffer(28 * count);
    const vertices = new Float64Array(buffer, 0, 2 * count);
    const parameter = new Float64Array(buffer, 16 * count, count);
    const segment = new Int32Array(buffer, 24 * count, count);
    vertices.set(this.vertices.subarray(0, 2 * count));
    parameter.set(this.parameter.subarray(0, count));
    // The array begins as zeros: the first segment is there already.
    for (let k = 1; k < this.starts.length; k++) segment.fill(k, this.starts[k], this.starts[k + 1] ?? count);
    return { vertices, closed, segment, parameter };
  }
}

function copied(to: Float64Array<ArrayBuffer>, from: Float64Array): Float64Array<ArrayBuffer> {
  to.set(from);
  return to;
}
