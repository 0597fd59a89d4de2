import { bounds, type Circle, type Operand } from "../polygon";
import { distanceIndex } from "./distance-index";

/** Cells that are looked at, at most. */
const MOST_CELLS = 200_000;

/** The first step from the middle, in parts of what the bound leaves; how many steps there are, and where to. */
const STEPS_LEFT = 8;
const HALVINGS = 200;
const AROUND = [
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
  [0, -1],
  [1, -1],
];

/**
 * A largest circle inside a shape: it lies inside, and no circle there has a larger radius than `bound`. That is larger by
 * `precision` (plan units, greater than 0) at the most, or by what 200,000 cells left open beside a long medial axis. Null
 * where nothing is inside that is wider than twice the precision. The rings must be the shape's boundary (see
 * {@link distanceIndex}).
 *
 * Square cells are halved, those first in which the distance may be greatest: in the middle it is d, and anywhere in a
 * cell with half a diagonal of r at most d + r. Cells that can hold nothing better by the precision are dropped.
 * Source: the branch and bound of A. H. Land and A. G. Doig (1960), on a distance, which no place changes faster than by 1.
 */
export function inscribedCircle(shape: Operand, precision: number): (Circle & { bound: number }) | null {
  const box = bounds(shape.rings);
  if (!box) return null;
  const index = distanceIndex(shape);
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const queue = new Queue();
  let best: Circle = { x: 0, y: 0, radius: precision };
  let isFound = false;
  const look = (x: number, y: number, half: number): void => {
    const inside = -index.distance(x, y).distance;
    if (inside > best.radius) {
      best = { x, y, radius: inside };
      isFound = true;
    }
    queue.push({ x, y, half, most: inside + half * Math.SQRT2 });
  };
  const side = Math.min(width, height);
  if (!(side > 0)) return null;
  const [columns, rows] = [Math.ceil(width / side), Math.ceil(height / side)].map((count) => Math.min(count, 1000));
  const half = Math.max(width / columns, height / rows) / 2;
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++)
      look(box.minX + ((i + 0.5) * width) / columns, box.minY + ((j + 0.5) * height) / rows, half);
  let bound = Number.POSITIVE_INFINITY;
  for (let count = 0; count < MOST_CELLS; count += 4) {
    const cell = queue.pop();
    bound = cell ? Math.max(best.radius, cell.most) : best.radius;
    if (!cell || cell.most <= best.radius + precision) break;
    const quarter = cell.half / 2;
    for (const [dx, dy] of [
      [-1, -1],
      [1, -1],
      [-1, 1],
      [1, 1],
    ])
      look(cell.x + dx * quarter, cell.y + dy * quarter, quarter);
  }
  if (!isFound) return null;
  const circle = widened(best, bound, (x, y) => -index.distance(x, y).distance);
  return { ...circle, bound: Math.max(bound, circle.radius) };
}

/** What is left up to the bound, as far as it is found by ever smaller steps from the middle: so round radii come out round. */
function widened(circle: Circle, bound: number, insideAt: (x: number, y: number) => number): Circle {
  let best = circle;
  for (let step = STEPS_LEFT * (bound - circle.radius), k = 0; k < HALVINGS; k++) {
    const from = best;
    for (const [dx, dy] of AROUND) {
      const [x, y] = [from.x + step * dx, from.y + step * dy];
      const radius = insideAt(x, y);
      if (radius > best.radius) best = { x, y, radius };
    }
    if (best === from) step /= 2;
  }
  return best;
}

interface Cell {
  x: number;
  y: number;
  half: number;
  /** No place in it has a greater distance. */
  most: number;
}

/** A heap of cells, that with the greatest distance first. */
class Queue {
  private readonly cells: Cell[] = [];

  push(cell: Cell): void {
    const { cells } = this;
    let i = cells.push(cell) - 1;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (cells[parent].most >= cell.most) break;
      cells[i] = cells[parent];
      i = parent;
    }
    cells[i] = cell;
  }

  pop(): Cell | undefined {
    const { cells } = this;
    const [first] = cells;
    const last = cells.pop();
    if (cells.length === 0 || !last) return first;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= cells.length) break;
      if (child + 1 < cells.length && cells[child + 1].most > cells[child].most) child++;
      if (cells[child].most <= last.most) break;
      cells[i] = cells[child];
      i = child;
    }
    cells[i] = last;
    return first;
  }
}
