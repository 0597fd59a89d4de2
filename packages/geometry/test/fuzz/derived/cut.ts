import {
  area,
  bounds,
  combine,
  cut,
  locatePoint,
  type Operand,
  operandOf,
  type Polygon,
  type Ring,
  tiles,
} from "../../../src";
import { exactAreas } from "../../oracles/exact-areas";
import { flawsOf } from "../../oracles/validity";
import { pick, pointsNear, type Random, randomOperand, whole } from "./outlines";
import { type Run, timed } from "./run";

/**
 * A shape of lattice cells, cut along lattice lines: held against a flood fill over the cells that stops at the lines.
 * Every edge of every piece is a tie.
 */
export function cutCells(r: Random): Run {
  const side = 3 + whole(r, 5);
  const isFull = Array.from({ length: side * side }, () => r() < 0.7);
  const rings = isFull.flatMap((full, i) => {
    const [x, y] = [i % side, Math.floor(i / side)];
    return full ? [Float64Array.of(x, y, x + 1, y, x + 1, y + 1, x, y + 1)] : [];
  });
  const { polygons: shape } = combine("union", { rings, fillRule: "nonzero" }, { rings: [], fillRule: "nonzero" });
  const lines = Array.from({ length: 1 + whole(r, 3) }, () => walkOf(r, side));
  const { result, milliseconds } = timed(() => cut(operandOf(shape), lines));
  const walls = new Set(lines.flatMap((line) => unitStepsOf(line)));
  const want = floodFill(isFull, side, walls).sort((a, b) => a - b);
  const found = result.polygons.map((piece) => area([piece])).sort((a, b) => a - b);
  const faults = result.polygons.flatMap((piece) => flawsOf([piece]));
  if (want.join() !== found.join()) faults.push(`pieces of ${found}, not ${want}`);
  return {
    input: `${JSON.stringify(isFull.map(Number))} by ${lines.map((line) => `[${line}]`)}`,
    size: 4 * rings.length,
    milliseconds,
    faults,
  };
}

/** A polyline along a lattice, that may come back over itself. */
function walkOf(r: Random, side: number): Ring {
  const at = [whole(r, side + 1), whole(r, side + 1)];
  const points = [...at];
  for (let k = 0; k < 1 + whole(r, 6); k++) {
    at[whole(r, 2)] = whole(r, side + 3) - 1;
    points.push(...at);
  }
  return Float64Array.from(points);
}

/** The sides of cells that a polyline runs along: "x y h" or "x y v" from the corner of least x and y. */
function unitStepsOf(line: Ring): string[] {
  const steps: string[] = [];
  for (let i = 0; i + 3 < line.length; i += 2) {
    const [x0, x1] = [Math.min(line[i], line[i + 2]), Math.max(line[i], line[i + 2])];
    const [y0, y1] = [Math.min(line[i + 1], line[i + 3]), Math.max(line[i + 1], line[i + 3])];
    for (let x = x0; x < x1; x++) steps.push(`${x} ${y0} h`);
    for (let y = y0; y < y1; y++) steps.push(`${x0} ${y} v`);
  }
  return steps;
}

function floodFill(isFull: readonly boolean[], side: number, walls: ReadonlySet<string>): number[] {
  const isSeen = isFull.map((full) => !full);
  return isFull.flatMap((_, start) => {
    if (isSeen[start]) return [];
    isSeen[start] = true;
    const waiting = [start];
    let count = 0;
    while (waiting.length > 0) {
      const i = waiting.pop()!;
      count++;
      const [x, y] = [i % side, Math.floor(i / side)];
      for (const [j, inside, wall] of [
        [i + 1, x + 1 < side, `${x + 1} ${y} v`],
        [i - 1, x > 0, `${x} ${y} v`],
        [i + side, y + 1 < side, `${x} ${y + 1} h`],
        [i - side, y > 0, `${x} ${y} h`],
      ] as const)
        if (inside && !isSeen[j] && !walls.has(wall)) {
          isSeen[j] = true;
          waiting.push(j);
        }
    }
    return [count];
  });
}

/** A shape cut along any polylines: areas exactly, each place in one piece, every piece valid. */
export function cutLines(r: Random): Run {
  const shape = randomOperand(r);
  const lines = Array.from({ length: 1 + whole(r, 3) }, () =>
    Float64Array.from({ length: 2 * (2 + whole(r, 5)) }, () => (r() < 0.5 ? whole(r, 11) : 12 * r() - 1)),
  );
  const { result, milliseconds } = timed(() => cut(shape, lines));
  const faults = result.polygons.flatMap((piece) => flawsOf([piece]));
  const want = exactAreas(shape, { rings: [], fillRule: "nonzero" }).a;
  const found = area(result.polygons);
  if (!(Math.abs(found - want) <= 1e-9)) faults.push(`area ${found}, not ${want}`);
  faults.push(...misplaced(r, shape, result.polygons, lines));
  return {
    input: `${textOf(shape)} by ${lines.map((line) => `[${line}]`)}`,
    size: sizeOf(shape),
    milliseconds,
    faults,
  };
}

/** Places that lie in no piece, or in several, where they lie in the shape; those on lines left out. */
function misplaced(r: Random, shape: Operand, pieces: readonly Polygon[], lines: readonly Ring[]): string[] {
  const points = pointsNear(r, [[5, 5], [0, 0], ...lines.map((line): [number, number] => [line[0], line[1]])], 6, 12);
  return points.flatMap(([x, y]) => {
    const want = locatePoint(x, y, shape).side === "inside" ? 1 : 0;
    const found = pieces.filter((piece) => locatePoint(x, y, operandOf([piece])).side === "inside").length;
    return found === want ? [] : [`(${x}, ${y}) in ${found} pieces, not ${want}`];
  });
}

/** Tiles against intersections with each of them, exactly. */
export function tiled(r: Random): Run {
  const shape = randomOperand(r);
  const grid = {
    x: pick(r, [-1, 0, 0.3, 2]),
    y: pick(r, [-1, 0, 0.7]),
    width: pick(r, [1, 2, 0.1 * (3 + whole(r, 30))]),
    height: pick(r, [1, 3, 0.1 * (3 + whole(r, 30))]),
    columns: 1 + whole(r, 5),
    rows: 1 + whole(r, 5),
  };
  const { result, milliseconds } = timed(() => tiles(shape, grid));
  const faults: string[] = [];
  let all = 0;
  for (let row = 0; row < grid.rows; row++)
    for (let column = 0; column < grid.columns; column++) {
      const [x0, y0] = [grid.x + column * grid.width, grid.y + row * grid.height];
      const [x1, y1] = [grid.x + (column + 1) * grid.width, grid.y + (row + 1) * grid.height];
      const want = exactAreas(shape, { rings: [Float64Array.of(x0, y0, x1, y0, x1, y1, x0, y1)], fillRule: "nonzero" });
      const tile = result.tiles.find((each) => each.column === column && each.row === row)?.polygons ?? [];
      const found = area(tile);
      all += found;
      if (!(Math.abs(found - want.intersection) <= 1e-9))
        faults.push(`tile ${column}, ${row}: ${found}, not ${want.intersection}`);
      faults.push(...flawsOf(tile).map((flaw) => `tile ${column}, ${row}: ${flaw}`));
      const box = bounds(tile.map(({ outer }) => outer));
      const margin = 1e-9;
      if (
        box &&
        !(box.minX >= x0 - margin && box.maxX <= x1 + margin && box.minY >= y0 - margin && box.maxY <= y1 + margin)
      )
        faults.push(`tile ${column}, ${row} reaches out of itself`);
    }
  return {
    input: `${textOf(shape)} by ${JSON.stringify(grid)}, ${all} in all`,
    size: sizeOf(shape),
    milliseconds,
    faults,
  };
}

export function textOf({ rings, fillRule }: Operand): string {
  return `${fillRule} ${rings.map((ring) => `[${ring}]`).join(" ")}`;
}

export function sizeOf({ rings }: Operand): number {
  return rings.reduce((sum, ring) => sum + ring.length / 2, 0);
}
