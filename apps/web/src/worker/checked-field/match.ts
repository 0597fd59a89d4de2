import type { DistanceField } from "@vertexon/geometry";
import { shiftedLayout } from "./layout-shift";
import { fittedLine, type Line } from "./line-fit";
import { type Box, cellOf, layoutsOver, type SampleLayout, valueAt } from "./sample-layout";
import { spreadOver } from "./spread";

/** What the values of a file measure, up to scale and offset. */
export interface Reading {
  /** The distance on both sides, without a sign. */
  isUnsigned: boolean;
  /** Its square. */
  isSquared: boolean;
}

/** How a file of samples fits a field: where its samples lie, what they measure, and the line from that to plan units. */
export interface FieldMatch {
  layout: SampleLayout;
  reading: Reading;
  line: Line;
}

export interface Samples {
  columns: number;
  rows: number;
  values: Float64Array;
  /** Which of them are compared. */
  compared: Uint32Array;
  /** Whether they are distances between middles of cells: then no finer place is looked for. */
  areOfPixels: boolean;
}

/** How many samples, spread over all, every layout is tried with; with how many more the best are, and how many these are. */
const FEW = 400;
const MORE = 2000;
const THOROUGH = 8;
/** Differences of less than this part of a cell are as good as none. */
const FINE = 0.02;
/** Each thing that is not as it plainly would be has to lower what is missed by this factor; a shift what is missed by half of the samples. */
const DEVIATION = 1.25;
const SHIFT = 2.5;
/** What misses more than this part of the distances' own spread does not fit at all; and distances without a sign, or squared, are exact. */
const FITS = 0.3;
const FITS_WELL = 0.1;

const READINGS: readonly Reading[] = [
  { isUnsigned: false, isSquared: false },
  { isUnsigned: true, isSquared: false },
  { isUnsigned: false, isSquared: true },
  { isUnsigned: true, isSquared: true },
];

interface Candidate extends FieldMatch {
  /** What it misses, in parts of the distances' spread, and raised by what is not as it plainly would be. */
  share: number;
  cost: number;
}

/**
 * The match that misses least, and is plain; the plainest one if none fits. All layouts are tried with few samples, the best of them with
 * more; and where none of these is as good as can be, all of them moved.
 */
export function bestMatch(field: DistanceField, samples: Samples, boxes: readonly Box[]): FieldMatch {
  const layouts = layoutsOver(boxes, samples).filter(({ atCorners }) => !(samples.areOfPixels && atCorners));
  const search = new Search(field, samples, layouts);
  const best = search.thoroughly(search.all);
  const isFine = best.some(({ layout, line }) => line.off < fineOf(layout));
  if (!isFine && !samples.areOfPixels) best.push(...search.moved());
  const found = best.filter(
    ({ reading, share }) => share < (reading.isUnsigned || reading.isSquared ? FITS_WELL : FITS),
  );
  return leastCost(found)[0] ?? search.thoroughly(search.all.slice(0, 1))[0];
}

class Search {
  private readonly few: Uint32Array;
  private readonly more: Uint32Array;
  /** All layouts with all readings, the plainest first. */
  readonly all: readonly Candidate[];

  constructor(
    private readonly field: DistanceField,
    private readonly samples: Samples,
    private readonly layouts: readonly SampleLayout[],
  ) {
    this.few = spreadOver(samples.compared, FEW);
    this.more = spreadOver(samples.compared, MORE);
    this.all = layouts.flatMap((layout) => READINGS.map((reading) => this.tried(layout, reading, this.few)));
  }

  /** The best of some, tried with more samples. */
  thoroughly(some: readonly Candidate[]): Candidate[] {
    return leastCost(some)
      .slice(0, THOROUGH)
      .map(({ layout, reading }) => this.tried(layout, reading, this.more));
  }

  /** The best of all once they are moved. */
  moved(): Candidate[] {
    const all = this.all.map((candidate) => this.movedBy(candidate, this.few));
    return this.thoroughly(all).map((candidate) => this.movedBy(candidate, this.more));
  }

  /** A candidate moved to where it misses least, if that is by far less. */
  private movedBy(candidate: Candidate, some: Uint32Array): Candidate {
    const { layout, reading, line } = candidate;
    const fine = fineOf(layout);
    const values = Float64Array.from(some, (i) => measured(this.samples.values[i], reading));
    const wanted = (distance: number) => wantedOf(distance, reading);
    const shifted = shiftedLayout(this.field, values, some, layout, line, wanted, fine);
    const found = shifted && this.tried(shifted, reading, some);
    return found && SHIFT * (found.line.typical + fine) < line.typical + fine ? found : candidate;
  }

  private tried(layout: SampleLayout, reading: Reading, some: Uint32Array): Candidate {
    const fine = fineOf(layout);
    const theirs = Float64Array.from(some, (i) => measured(this.samples.values[i], reading));
    const wanted = Float64Array.from(some, (i) => wantedOf(valueAt(this.field, i, layout), reading));
    const line = fittedLine(theirs, wanted, fine);
    const mean = wanted.reduce((sum, value) => sum + value, 0) / wanted.length;
    const spread = wanted.reduce((sum, value) => sum + Math.abs(value - mean), 0) / wanted.length;
    const share = (line.off + fine) / (spread + fine);
    const deviations = deviationsOf(layout, this.layouts[0]) + Number(reading.isUnsigned) + Number(reading.isSquared);
    return { layout, reading, line, share, cost: share * DEVIATION ** deviations };
  }
}

function leastCost(candidates: readonly Candidate[]): Candidate[] {
  return [...candidates].sort((a, b) => a.cost - b.cost);
}

function fineOf(layout: SampleLayout): number {
  return FINE * cellOf(layout).width;
}

/** Values as what they measure, before the line: of squares the roots. */
export function measured(value: number, { isSquared }: Reading): number {
  return isSquared ? Math.sign(value) * Math.sqrt(Math.abs(value)) : value;
}

/** What a distance would be measured as. */
export function wantedOf(distance: number, { isUnsigned }: Reading): number {
  return isUnsigned ? Math.abs(distance) : distance;
}

function deviationsOf(layout: SampleLayout, plainest: SampleLayout): number {
  const { byColumns, atCorners, isMirrored, isFlipped, box, columns } = layout;
  const all = [
    byColumns,
    byColumns && columns === plainest.columns,
    atCorners,
    isMirrored,
    isFlipped,
    box !== plainest.box,
  ];
  return all.filter(Boolean).length;
}
