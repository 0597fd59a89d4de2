import type { Bounds } from "@vertexon/geometry";
import { tokens } from "@/theme/tokens";
import type { ShapeView } from "@/worker/sheet-view";
import type { NamedShape } from "../model/scene";
import { type Camera, toScreen } from "./camera";
import { widthOf } from "./labels";

/**
 * Where a shape's name may stand: well inside where there is room, otherwise beside the vertices furthest to each side.
 * Where a smaller shape lies in the middle, which a name there would seem to be of, by the highest or the lowest vertex first.
 */
export function namePlaces(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  name: string,
  shape: ShapeView,
  hasOthersInside: boolean,
): [number, number][] {
  const { label } = shape;
  const furthest = furthestOf(shape);
  if (!label || !furthest) return [];
  ctx.font = `12px ${tokens.sans}`;
  const half = widthOf(ctx, name) / 2;
  const [x, y] = toScreen(camera, label.x, label.y);
  const room = label.clearance * camera.scale;
  const inside: [number, number][] = [0, 16, -16, 32, -32]
    .filter((dy) => room > half + 3 + Math.abs(dy))
    .map((dy) => [x, y + dy]);
  const [left, right, ...ends] = furthest.map(([vx, vy]) => toScreen(camera, vx, vy));
  const [top, bottom] = ends.sort((a, b) => a[1] - b[1]);
  const outside: [number, number][] = [
    [right[0] + half + 8, right[1]],
    [right[0] + half + 8, right[1] - 12],
    [right[0] + half + 8, right[1] + 12],
    [top[0], top[1] - 13],
    [bottom[0], bottom[1] + 13],
    [left[0] - half - 8, left[1]],
  ];
  if (!hasOthersInside) return [...inside, ...outside];
  const along = [0, 24, 48].map((dx): [number, number] => [top[0] + half + dx, top[1] + 14]);
  const lowest = [10, 34, 58].map((dx): [number, number] => [bottom[0] - half - dx, bottom[1] - 14]);
  return [...along, ...lowest, ...outside, ...inside];
}

const crowds = new WeakMap<readonly NamedShape[], Set<NamedShape>>();

/** The shapes in whose middle a smaller one lies, by their bounds; found once for each list. */
export function crowdedAmong(shapes: readonly NamedShape[]): ReadonlySet<NamedShape> {
  let crowded = crowds.get(shapes);
  if (!crowded) {
    const few = shapes.slice(0, MOST_COMPARED);
    crowded = new Set(
      few.filter(({ shape: { label, bounds } }) =>
        few.some(({ shape: other }) => {
          const inner = other.bounds;
          if (!label || !bounds || !inner || inner === bounds) return false;
          const holds = inner.minX < label.x && label.x < inner.maxX && inner.minY < label.y && label.y < inner.maxY;
          return holds && sizeOf(inner) < 0.9 * sizeOf(bounds);
        }),
      ),
    );
    crowds.set(shapes, crowded);
  }
  return crowded;
}

/** Among more shapes there is no room for their names anyway. */
const MOST_COMPARED = 300;

function sizeOf({ minX, minY, maxX, maxY }: Bounds): number {
  return (maxX - minX) * (maxY - minY);
}

type Furthest = [left: Place, right: Place, least: Place, most: Place];
type Place = [x: number, y: number];

const found = new WeakMap<ShapeView, Furthest | null>();

/** The vertices of least and greatest x and y; found once for each shape. */
function furthestOf(shape: ShapeView): Furthest | null {
  let all = found.get(shape);
  if (all === undefined) {
    all = null;
    for (const { outer } of shape.polygons) all = furthest(outer, all);
    found.set(shape, all);
  }
  return all;
}

function furthest(ring: Float64Array, before: Furthest | null): Furthest {
  let [left, right, least, most] = [0, 0, 0, 0];
  for (let i = 2; i < ring.length; i += 2) {
    if (ring[i] < ring[left]) left = i;
    if (ring[i] > ring[right]) right = i;
    if (ring[i + 1] < ring[least + 1]) least = i;
    if (ring[i + 1] > ring[most + 1]) most = i;
  }
  const [a, b, c, d] = [left, right, least, most].map((i): Place => [ring[i], ring[i + 1]]);
  if (!before) return [a, b, c, d];
  const [p, q, r, s] = before;
  return [a[0] < p[0] ? a : p, b[0] > q[0] ? b : q, c[1] < r[1] ? c : r, d[1] > s[1] ? d : s];
}
