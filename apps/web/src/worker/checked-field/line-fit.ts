/** A line from values to wanted ones: scale · value + offset. */
export interface Line {
  scale: number;
  offset: number;
  /** By how much it misses the wanted ones on average, and half of them at most. */
  off: number;
  typical: number;
}

type Numbers = Pick<Line, "scale" | "offset">;

/** How often the line is fitted again, with weights by what it missed last. */
const ROUNDS = 12;
/** A line with more of its own is taken where it misses less than this part. */
const BETTER = 0.5;

/**
 * The line that misses the wanted values by the least sum: a few that are far off hardly move it, other than by least squares, from whose
 * line it begins (iteratively reweighted least squares: Schlossmacher 1973). The plainest of those that miss by about as much: as they are
 * or turned over, then shifted, then any. Differences below `fine` count as none.
 */
export function fittedLine(values: Float64Array, wanted: Float64Array, fine: number): Line {
  const free = freeLine(values, wanted, fine);
  const sign = Math.sign(free.scale) || 1;
  const lines = [
    { scale: sign, offset: 0 },
    { scale: sign, offset: median(wanted.map((d, i) => d - sign * values[i])) },
    free,
  ].map((line) => withMissed(line, values, wanted));
  return lines.reduce((a, b) => (b.off + fine < BETTER * (a.off + fine) ? b : a));
}

/** The middle one; 0 of none. */
function median(values: Float64Array): number {
  return values.length > 0 ? values.slice().sort()[values.length >> 1] : 0;
}

function freeLine(values: Float64Array, wanted: Float64Array, fine: number): Numbers {
  let line = { scale: 0, offset: 0 };
  let weightOf = (_i: number): number => 1;
  for (let round = 0; round < ROUNDS; round++) {
    const { scale, offset } = weightedLine(values, wanted, weightOf);
    line = { scale, offset };
    weightOf = (i) => 1 / Math.max(fine, Math.abs(scale * values[i] + offset - wanted[i]));
  }
  return line;
}

/** By least squares around the weighted means, which loses fewer digits than sums of squares do. */
function weightedLine(values: Float64Array, wanted: Float64Array, weightOf: (i: number) => number) {
  let [sum, sumOfValues, sumOfWanted] = [0, 0, 0];
  for (let i = 0; i < values.length; i++) {
    const weight = weightOf(i);
    sum += weight;
    sumOfValues += weight * values[i];
    sumOfWanted += weight * wanted[i];
  }
  const [middle, wantedMiddle] = [sumOfValues / sum, sumOfWanted / sum];
  let [squares, products] = [0, 0];
  for (let i = 0; i < values.length; i++) {
    const from = weightOf(i) * (values[i] - middle);
    squares += from * (values[i] - middle);
    products += from * (wanted[i] - wantedMiddle);
  }
  const scale = squares > 0 ? products / squares : 0;
  return { scale, offset: wantedMiddle - scale * middle };
}

function withMissed({ scale, offset }: Numbers, values: Float64Array, wanted: Float64Array): Line {
  const missed = values.map((value, i) => Math.abs(scale * value + offset - wanted[i]));
  const off = missed.reduce((sum, each) => sum + each, 0) / missed.length;
  return { scale, offset, off, typical: median(missed) };
}
