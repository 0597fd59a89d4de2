import { GrowingInts } from "../memory";
import { orientation } from "../numeric";
import type { Operand } from "../polygon";

/**
 * Gives distances the sign of the side that their samples lie on: negative inside, 0 on the boundary. Along each row the winding
 * number changes where an edge crosses it; which samples lie before that is decided exactly. `edges` are those of the shape, four
 * coordinates each; samples stand at all xs and ys, which rise evenly. O(samples inside + n log n of the n rows that edges span).
 */
export function scanSigns(
  { fillRule }: Operand,
  edges: Float64Array,
  xs: Float64Array,
  ys: Float64Array,
  values: Float64Array,
): void {
  const [columns, rows] = [xs.length, ys.length];
  if (columns === 0 || rows === 0) return;
  const crossings = new Crossings();
  const perX = columns > 1 ? (columns - 1) / (xs[columns - 1] - xs[0]) : 0;
  const perY = rows > 1 ? (rows - 1) / (ys[rows - 1] - ys[0]) : 0;
  for (let e = 0; e < edges.length; e += 4) {
    const ax = edges[e];
    const ay = edges[e + 1];
    const bx = edges[e + 2];
    const by = edges[e + 3];
    const low = Math.min(ay, by);
    const high = Math.max(ay, by);
    let row = firstFrom(low, ys, perY);
    if (ay === by) {
      if (row < rows && ys[row] === ay)
        for (let c = firstFrom(Math.min(ax, bx), xs, perX); c < columns && xs[c] <= Math.max(ax, bx); c++)
          values[row * columns + c] = 0;
      continue;
    }
    const rises = by > ay;
    const slope = (bx - ax) / (by - ay);
    for (; row < rows && ys[row] < high; row++) {
      const y = ys[row];
      // The first sample that does not lie strictly to the left of the edge.
      let c = firstFrom(ax + (y - ay) * slope, xs, perX);
      while (c > 0 && !isLeft(orientation(ax, ay, bx, by, xs[c - 1], y), rises)) c--;
      for (; c < columns; c++) {
        const turn = orientation(ax, ay, bx, by, xs[c], y);
        if (turn === 0) values[row * columns + c] = 0;
        if (!isLeft(turn, rises)) break;
      }
      crossings.add(row, c, rises);
    }
  }
  const counted = fillRule === "nonzero" ? -1 : 1;
  crossings.forEachRow(rows, (row, ends) => {
    let winding = 0;
    let c = 0;
    // From the left each edge adds to what lies before it, so that the last is where all is outside.
    for (const end of ends) winding += (end & 1) === 1 ? 1 : -1;
    for (const end of ends) {
      const next = end >> 1;
      if ((winding & counted) !== 0) turnOver(values, row * columns + c, row * columns + next);
      winding -= (end & 1) === 1 ? 1 : -1;
      c = next;
    }
  });
}

function turnOver(values: Float64Array, from: number, to: number): void {
  // Less than 0, not turned over: there is no −0.
  for (let i = from; i < to; i++) values[i] = 0 - values[i];
}

/** Where edges cross rows: twice the sample that each lies before, and 1 more where it rises. */
class Crossings {
  private readonly rowOf = new GrowingInts();
  private readonly ends = new GrowingInts();

  add(row: number, before: number, rises: boolean): void {
    this.rowOf.push(row);
    this.ends.push(2 * before + (rises ? 1 : 0));
  }

  /** Row by row, those of each from the left. */
  forEachRow(rows: number, use: (row: number, ends: Int32Array) => void): void {
    const rowOf = this.rowOf.values;
    const ends = this.ends.values;
    const count = this.ends.length;
    const firsts = new Int32Array(rows + 1);
    for (let k = 0; k < count; k++) firsts[rowOf[k] + 1]++;
    for (let row = 0; row < rows; row++) firsts[row + 1] += firsts[row];
    const sorted = new Int32Array(count);
    const next = firsts.slice(0, rows);
    for (let k = 0; k < count; k++) sorted[next[rowOf[k]]++] = ends[k];
    for (let row = 0; row < rows; row++)
      if (firsts[row + 1] > firsts[row]) use(row, sorted.subarray(firsts[row], firsts[row + 1]).sort());
  }
}

/** Whether a sample lies strictly on the side of an edge that smaller x are on. */
function isLeft(turn: number, rises: boolean): boolean {
  return rises ? turn > 0 : turn < 0;
}

/** The first of some even steps that is no less than a value. */
function firstFrom(value: number, steps: Float64Array, per: number): number {
  const n = steps.length;
  const guess = Math.ceil((value - steps[0]) * per);
  let k = guess > 0 ? Math.min(n, guess) : 0;
  while (k > 0 && steps[k - 1] >= value) k--;
  while (k < n && steps[k] < value) k++;
  return k;
}
