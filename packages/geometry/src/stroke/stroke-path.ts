import { distanceIndex } from "../distance";
import { type Path, pointAt, reversedSegment, reversePath, type Segment, type Subpath } from "../path";
import { allRings, type Ring } from "../polygon";
import { leastGap, withoutBuried } from "./buried";
import { type ApproximateRegion, cleanedRings, cleanedSoon, coveredBy, type DerivedRegion } from "./covered";
import { Disc } from "./disc";
import { normalAt } from "./parallel";
import { arcFrom } from "./parallel-arc";
import { finerParts, type Part, partsOf } from "./parts";
import { pieceOf, STEPS_A_PIECE, withoutRepeats } from "./pieces";
import {
  arcAround,
  hasBevels,
  type SideStyle,
  StrokeError,
  stepCount,
  type WalkEdge,
  type WholeWalk,
  walkBeside,
  wholeWalk,
} from "./side";
import { tracedWalks, type WalkRing } from "./walk-sources";

export type Cap = "butt" | "round" | "square";

export interface StrokeStyle extends SideStyle {
  /** The whole width, in plan units, greater than 0. */
  width: number;
  /** How open outlines end; butt where only one side is covered. */
  cap: Cap;
  /** Which side is covered: both by default; the right is that of the normal (dy, −dx) to the direction (dx, dy). */
  side?: "both" | "left" | "right";
}

/**
 * The area that a stroke along a path covers, as valid polygons, no further than `tolerance` from the true one: what the
 * normals of half the width on both sides, or on one, sweep, with the joins and caps. Joins stand where segments meet at an angle,
 * never between the vertices of a flattened curve; where a curve itself turns on the spot (a cusp) it is round. Where a
 * curve bends more tightly than half the width beside a butt or square end, the result may show past that end, within half
 * the width. A subpath without length is a dot with round caps, a square along its heading with square ones, and nothing
 * with butt ones. O(n log n) where the walks beside the outlines cross O(n) times, O(n log² n) in general, n being the
 * vertices of those walks; with bevels, limited miters and ends that are not round plus what comes out of parts of the
 * outline, which may be more. Throws {@link StrokeError} for a width or tolerance that is not greater than 0, and where more
 * than 1,048,576 vertices beside a segment, or 4,000,000 crossings at once, would be needed.
 * Source: SVG 2, section 13.5, https://www.w3.org/TR/SVG2/painting.html#StrokeShape
 */
export function strokePath(path: Path, style: StrokeStyle): ApproximateRegion {
  for (const [name, value] of [
    ["width", style.width],
    ["tolerance", style.tolerance],
  ] as const)
    if (!(value > 0 && value < Number.POSITIVE_INFINITY))
      throw new StrokeError(`the ${name} must be a finite number greater than 0, not ${value}`);
  if (style.side === "left") return oneSided(reversePath(path), style);
  if (style.side === "right") return oneSided(path, style);
  const outlines = path.subpaths.map((subpath) => ({ subpath, parts: partsOf(subpath) }));
  const wholes = (traces: boolean): WholeStroke[] =>
    outlines.map(({ subpath, parts }) =>
      parts.length > 0
        ? bothSides(parts, subpath, style, traces)
        : {
            walks: dot(subpath, style).map(plainWalk),
            isRounded: style.cap === "round",
            isChorded: style.cap === "round",
          },
    );
  const whole = wholes(false);
  const soon = cleanedSoon(whole.flatMap(({ walks }) => walks.map(({ ring }) => ring)));
  if (soon) {
    const deviation = whole.some(({ isRounded }) => isRounded) ? style.tolerance : 0;
    const curvedDeviation = whole.some(({ isChorded }) => isChorded) ? style.tolerance : 0;
    const walks = (): WalkRing[] => wholes(true).flatMap((each) => each.walks);
    return { ...soon, deviation, curvedDeviation, traced: (attached) => tracedWalks(walks(), attached, deviation) };
  }
  const isWhole = outlines.every(
    ({ subpath: { closed }, parts }) =>
      (closed || style.cap === "round") &&
      !hasBevels(parts, closed, style) &&
      !hasBevels(reversed(parts), closed, style),
  );
  const region =
    isWhole && leastGap(style.width / 2, style.tolerance) > style.width / 4
      ? nearby(outlines, style)
      : coveredBy(
          outlines.flatMap(({ subpath, parts }) =>
            parts.length > 0 ? piecesOf(parts, subpath, style) : [dot(subpath, style)],
          ),
        );
  return { ...region, deviation: style.tolerance, curvedDeviation: style.tolerance, traced: null };
}

/** What lies on the right of outlines, up to half the width away. */
function oneSided(path: Path, style: StrokeStyle): ApproximateRegion {
  const h = style.width / 2;
  const outlines = path.subpaths
    .map((subpath) => ({ subpath, parts: partsOf(subpath) }))
    .filter(({ parts }) => parts.length > 0);
  const whole = outlines.map(({ subpath, parts }) => {
    const { points, feet, isRounded } = wholeWalk(parts, subpath.closed, h, style, false);
    return { ring: pieceOf({ walk: points, feet }), isRounded };
  });
  const soon = cleanedSoon(whole.map(({ ring }) => ring));
  if (soon) {
    const deviation = whole.some(({ isRounded }) => isRounded) ? style.tolerance : 0;
    return { ...soon, deviation, curvedDeviation: deviation, traced: null };
  }
  const countOf = (segment: Segment): number => Math.ceil(stepCount(segment, h, style.tolerance) / STEPS_A_PIECE);
  const region = coveredBy(
    outlines.flatMap(({ subpath, parts }) =>
      walkBeside(finerParts(parts, countOf), subpath.closed, h, style).map((side) => [pieceOf(side)]),
    ),
  );
  return { ...region, deviation: style.tolerance, curvedDeviation: style.tolerance, traced: null };
}

interface Outline {
  subpath: Subpath;
  parts: Part[];
}

/** All that lies within half the width, and miters: what bounds the pieces beside the outlines at that distance. */
function nearby(outlines: readonly Outline[], style: StrokeStyle): DerivedRegion {
  const h = style.width / 2;
  const disc = new Disc(h, style);
  const lines: Ring[] = [];
  const pieces: Ring[][] = [];
  for (const { subpath, parts } of outlines) {
    if (parts.length === 0) {
      lines.push(Float64Array.of(subpath.x, subpath.y));
      pieces.push(dot(subpath, style));
      continue;
    }
    const finer = finerParts(parts, (segment) => Math.ceil(disc.chordsOf(segment).length / STEPS_A_PIECE));
    const ways = [finer, reversed(finer)];
    const sides = ways.map((way) => disc.walkBeside(way, subpath.closed));
    // There and back: an open outline has no edge from its end to its start.
    lines.push(Float64Array.from(sides.flatMap((side) => withoutRepeats(side.flatMap(({ feet }) => feet)))));
    for (const side of sides) for (const part of withoutBuried(side, h, style.tolerance)) pieces.push([pieceOf(part)]);
    if (!subpath.closed) for (const way of ways) pieces.push([pieceOf(disc.cap(way[way.length - 1].segment))]);
  }
  const index = distanceIndex({ rings: lines, fillRule: "nonzero" });
  const band = coveredBy(pieces);
  const least = leastGap(h, style.tolerance);
  const { polygons, movement } = cleanedRings(allRings(band.polygons).filter(([x, y]) => index.gap(x, y) > least));
  return { polygons, movement: movement + band.movement };
}

/** The walk around an open outline, or those on both sides of a closed one, and whether chords stand for curves in them. */
interface WholeStroke {
  walks: WalkRing[];
  isRounded: boolean;
  isChorded: boolean;
}

function bothSides(parts: readonly Part[], { closed }: Subpath, style: StrokeStyle, traces: boolean): WholeStroke {
  const back = reversed(parts);
  const [right, left] = [parts, back].map((side) => wholeWalk(side, closed, style.width / 2, style, traces));
  const isRounded = right.isRounded || left.isRounded;
  const isChorded = right.isChorded || left.isChorded;
  if (closed)
    return {
      walks: [right, left].map(({ points, edges }) => ({ ring: Float64Array.from(points), edges })),
      isRounded,
      isChorded,
    };
  const ends = [parts, back].map((side) => capWalk(side[side.length - 1].segment, style));
  const all = [right, ends[0], left, ends[1]];
  // Square ends of straight segments go on straight: the walks' own ends lie on their sides.
  if (style.cap === "square") {
    if (parts[parts.length - 1].segment.kind === "line") {
      dropEnd(right);
      dropStart(left);
    }
    if (parts[0].segment.kind === "line") {
      dropEnd(left);
      dropStart(right);
    }
  }
  // A cap begins on the last point of the walk before it.
  if (traces) {
    right.edges[right.edges.length - 1] = ends[0].first;
    left.edges[left.edges.length - 1] = ends[1].first;
  }
  const ring = Float64Array.from(all.flatMap(({ points }) => points));
  return {
    walks: [{ ring, edges: traces ? all.flatMap(({ edges }) => edges) : [] }],
    isRounded: isRounded || style.cap === "round",
    isChorded,
  };
}

/** The same stroke in pieces along the outline, with its caps. */
function piecesOf(parts: readonly Part[], { closed }: Subpath, style: StrokeStyle): Ring[][] {
  const h = style.width / 2;
  const countOf = (segment: Segment): number =>
    Math.ceil(
      Math.max(...[segment, reversedSegment(segment)].map((side) => stepCount(side, h, style.tolerance))) /
        STEPS_A_PIECE,
    );
  const finer = finerParts(parts, countOf);
  const n = finer.length;
  const back = reversed(finer);
  const [right, left] = [finer, back].map((side) => walkBeside(side, closed, h, style));
  const all = right.map(({ walk, feet }, k) => {
    const other = left[n - 1 - k].walk;
    // Across the outline at both ends.
    return [Float64Array.from([...walk, feet[feet.length - 2], feet[feet.length - 1], ...other, feet[0], feet[1]])];
  });
  if (closed) return all;
  const caps = [back, finer].map((side) => {
    const { segment } = side[n - 1];
    const [px, py] = pointAt(segment, 1);
    const [nx, ny] = normalAt(segment, 1);
    return [Float64Array.from([px + h * nx, py + h * ny, ...capAt(segment, style), px - h * nx, py - h * ny])];
  });
  return [caps[0], ...all, caps[1]];
}

/** The same parts, travelled the other way. */
function reversed(parts: readonly Part[]): Part[] {
  const n = parts.length;
  return parts.map((_, k) => ({
    segment: reversedSegment(parts[n - 1 - k].segment),
    // What lies between two parts lies before the other one now.
    isInner: parts[(n - k) % n].isInner,
  }));
}

/** From the right side of a segment's end around to its left. */
function capAt(segment: Segment, { cap, width, tolerance }: StrokeStyle): number[] {
  const h = width / 2;
  const [px, py] = pointAt(segment, 1);
  const [nx, ny] = normalAt(segment, 1);
  if (cap === "butt") return [];
  // The direction of travel is the right normal, turned by a quarter from +x towards +y.
  if (cap === "square") return [px + h * (nx - ny), py + h * (ny + nx), px + h * (-nx - ny), py + h * (-ny + nx)];
  const walk: number[] = [];
  arcAround(walk, px, py, nx, ny, Math.PI, h, tolerance);
  return walk;
}

type Traced = Pick<WholeWalk, "points" | "edges">;

function dropEnd({ points, edges }: Traced): void {
  points.splice(-2);
  edges.pop();
}

function dropStart({ points, edges }: Traced): void {
  points.splice(0, 2);
  edges.shift();
}

/** The same with what its edges stand for: `first` for the one that leads to its first point. */
function capWalk(
  segment: Segment,
  style: StrokeStyle,
): { points: number[]; edges: (WalkEdge | null)[]; first: WalkEdge | null } {
  const points = capAt(segment, style);
  const count = points.length / 2 + 1;
  if (style.cap !== "round") return { points, edges: points.slice(0, points.length / 2).map(() => null), first: null };
  const [x, y] = pointAt(segment, 1);
  const arc = arcFrom(x, y, normalAt(segment, 1), style.width / 2, Math.PI);
  const parts = Array.from({ length: count }, (_, i) => ({ segment: arc, from: i / count, to: (i + 1) / count }));
  return { points, edges: parts.slice(1), first: parts[0] };
}

function plainWalk(ring: Ring): WalkRing {
  return { ring, edges: Array.from({ length: ring.length / 2 }, () => null) };
}

function dot({ x, y, heading = [1, 0] }: Subpath, { cap, width, tolerance }: StrokeStyle): Ring[] {
  const h = width / 2;
  if (cap === "butt") return [];
  if (cap === "square") {
    const [ux, uy] = [h * heading[0], h * heading[1]];
    return [
      Float64Array.of(
        x - ux + uy,
        y - uy - ux,
        x + ux + uy,
        y + uy - ux,
        x + ux - uy,
        y + uy + ux,
        x - ux - uy,
        y - uy + ux,
      ),
    ];
  }
  const walk = [x + h, y];
  arcAround(walk, x, y, 1, 0, 2 * Math.PI, h, tolerance);
  return [Float64Array.from(walk)];
}
