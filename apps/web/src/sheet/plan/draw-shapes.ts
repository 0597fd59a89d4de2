import { bounds, type FigureLine, pointAt, transformPoint } from "@vertexon/geometry";
import type { Handle } from "@vertexon/notation";
import { tokens, withAlpha } from "@/theme/tokens";
import type { ShapeView, SubpathView } from "@/worker/sheet-view";
import { type Camera, matrixOf, toScreen } from "./camera";
import { levelOf, seenVertices } from "./detail";
import { isDriven } from "./grip-text";

const paths = new WeakMap<object, Map<number | null, Path2D>>();

/** The region as a path in plan units, in the detail that a camera shows. */
export function regionPath(shape: ShapeView, camera: Camera): Path2D {
  const rings = () => shape.polygons.flatMap(({ outer, holes }) => [outer, ...holes]);
  return cached(shape.polygons, rings, camera, (path, ring) => trace(path, ring, true, camera));
}

function outlinePath(shape: ShapeView, camera: Camera): Path2D {
  const outlines = () => shape.subpaths;
  return cached(shape.subpaths, outlines, camera, (path, { vertices, closed }) =>
    trace(path, vertices, closed, camera),
  );
}

/** Outlines that are drawn whole have one path; others have one for each level of detail. */
function cached<T extends Float64Array | SubpathView>(
  key: object,
  parts: () => readonly T[],
  camera: Camera,
  draw: (path: Path2D, part: T) => void,
): Path2D {
  const vertices = (part: Float64Array | SubpathView) => (part instanceof Float64Array ? part : part.vertices);
  let levels = paths.get(key);
  const whole = levels?.get(null);
  if (whole) return whole;
  if (!levels) paths.set(key, (levels = new Map()));
  const level = levelOf(camera);
  let path = levels.get(level);
  if (!path) {
    path = new Path2D();
    const all = parts();
    for (const part of all) draw(path, part);
    levels.set(all.some((part) => seenVertices(vertices(part), camera)) ? level : null, path);
  }
  return path;
}

function trace(path: Path2D, points: Float64Array, closed: boolean, camera: Camera): void {
  const seen = seenVertices(points, camera);
  const n = seen?.length ?? points.length / 2;
  for (let k = 0; k < n; k++) {
    const i = 2 * (seen ? seen[k] : k);
    if (k === 0) path.moveTo(points[i], points[i + 1]);
    else path.lineTo(points[i], points[i + 1]);
  }
  if (closed) path.closePath();
}

const moved = new WeakMap<Path2D, { camera: Camera; path: Path2D }>();

/** The path in pixels, made anew only when the camera has changed: lines keep their width whatever the zoom. */
export function onScreen(path: Path2D, camera: Camera): Path2D {
  const known = moved.get(path);
  if (known?.camera === camera) return known.path;
  const made = new Path2D();
  made.addPath(path, matrixOf(camera));
  moved.set(path, { camera, path: made });
  return made;
}

export function fillRegion(ctx: CanvasRenderingContext2D, camera: Camera, shape: ShapeView, colour: string): void {
  ctx.fillStyle = colour;
  inPlanUnits(ctx, camera, () => ctx.fill(regionPath(shape, camera), "evenodd"));
}

interface LineStyle {
  colour: string;
  width: number;
  dash?: number[];
}

export function strokeOutline(ctx: CanvasRenderingContext2D, camera: Camera, shape: ShapeView, style: LineStyle): void {
  strokePath(ctx, camera, outlinePath(shape, camera), style);
}

/** The boundary of what is inside: outlines that are open are closed, and what lies within others is left out. */
export function strokeRegion(ctx: CanvasRenderingContext2D, camera: Camera, shape: ShapeView, style: LineStyle): void {
  strokePath(ctx, camera, regionPath(shape, camera), style);
}

function strokePath(ctx: CanvasRenderingContext2D, camera: Camera, path: Path2D, style: LineStyle): void {
  ctx.strokeStyle = style.colour;
  inPlanUnits(ctx, camera, () => {
    // The transform scales lines, too: they keep their width on the screen.
    ctx.lineWidth = style.width / camera.scale;
    ctx.lineJoin = "round";
    ctx.setLineDash((style.dash ?? []).map((length) => length / camera.scale));
    ctx.stroke(path);
  });
}

/** Draws paths as they are, in plan units: to move all their points to pixels first takes longer than to draw them. */
function inPlanUnits(ctx: CanvasRenderingContext2D, camera: Camera, draw: () => void): void {
  const { a, b, c, d, e, f } = matrixOf(camera);
  ctx.save();
  ctx.transform(a, b, c, d, e, f);
  draw();
  ctx.restore();
}

/** Vertices nearer than this many pixels to the last one drawn are left out. */
const CROWDED = 9;

/** Vertices as arrowheads that point in the direction of travel; the start has a ring around it. All as room allows. */
export function drawVertices(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  lines: readonly FigureLine[],
  colour: string,
): void {
  const taken = new Room(CROWDED);
  for (const line of lines) {
    const { vertices: v } = line;
    if (v.length === 0) continue;
    const [sx, sy] = toScreen(camera, v[0], v[1]);
    // Outlines that are small on the screen have no room for marks.
    if (lines.length > FEW_OUTLINES && extentOf(v) * camera.scale < ROOM) continue;
    drawArrowheads(ctx, camera, line, colour, taken);
    ctx.strokeStyle = colour;
    ctx.lineWidth = 1.4;
    ctx.beginPath();
    ctx.arc(sx, sy, 8, 0, 2 * Math.PI);
    ctx.stroke();
  }
}

/** A shape of few outlines shows the marks of all, however small they are. */
const FEW_OUTLINES = 3;
/** Pixels that an outline among many needs for its marks. */
const ROOM = 60;

const extents = new WeakMap<Float64Array, number>();

/** The larger side of the box around an outline, in plan units. */
function extentOf(vertices: Float64Array): number {
  let extent = extents.get(vertices);
  if (extent === undefined) {
    const box = bounds([vertices]);
    extent = box ? Math.max(box.maxX - box.minX, box.maxY - box.minY) : 0;
    extents.set(vertices, extent);
  }
  return extent;
}

/** Which cells of the screen hold a mark already. */
export class Room {
  private readonly taken = new Set<number>();
  constructor(private readonly cell: number) {}

  /** Whether there is room at a pixel, which is taken then. */
  take(x: number, y: number): boolean {
    const key = Math.floor(x / this.cell) * 100_003 + Math.floor(y / this.cell);
    if (this.taken.has(key)) return false;
    this.taken.add(key);
    return true;
  }
}

function drawArrowheads(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  { vertices: v, closed }: FigureLine,
  colour: string,
  room: Room,
): void {
  const n = v.length / 2;
  const seen = seenVertices(v, camera);
  const count = seen?.length ?? n;
  ctx.fillStyle = colour;
  let lastX = Number.NEGATIVE_INFINITY;
  let lastY = Number.NEGATIVE_INFINITY;
  for (let s = 0; s < count; s++) {
    const i = seen ? seen[s] : s;
    const [x, y] = toScreen(camera, v[2 * i], v[2 * i + 1]);
    if (x < -20 || y < -20 || x > camera.width + 20 || y > camera.height + 20) continue;
    if (Math.hypot(x - lastX, y - lastY) < CROWDED) continue;
    lastX = x;
    lastY = y;
    if (seen && !room.take(x, y)) continue;
    const j = i + 1 < n ? i + 1 : closed ? 0 : i;
    const k = j === i && i > 0 ? i - 1 : i;
    const [ax, ay] = toScreen(camera, v[2 * k], v[2 * k + 1]);
    const [bx, by] = toScreen(camera, v[2 * j], v[2 * j + 1]);
    arrowhead(ctx, x, y, Math.atan2(by - ay, bx - ax));
  }
}

function arrowhead(ctx: CanvasRenderingContext2D, x: number, y: number, angle: number): void {
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  ctx.beginPath();
  ctx.moveTo(x + 5 * cos, y + 5 * sin);
  ctx.lineTo(x - 4 * cos - 3.4 * sin, y - 4 * sin + 3.4 * cos);
  ctx.lineTo(x - 4 * cos + 3.4 * sin, y - 4 * sin - 3.4 * cos);
  ctx.fill();
}

/** Numbers beside vertices, where there is room for them. */
export function numberVertices(ctx: CanvasRenderingContext2D, camera: Camera, lines: readonly FigureLine[]): void {
  ctx.font = `10px ${tokens.mono}`;
  ctx.textAlign = "center";
  ctx.textBaseline = "middle";
  ctx.fillStyle = tokens.quiet;
  for (const { vertices: v } of lines) {
    const n = v.length / 2;
    // Numbers need more room than arrowheads: where outlines are thinned out there is none.
    if (seenVertices(v, camera) && (seenVertices(v, camera)?.length ?? 0) < n) continue;
    let lastX = Number.NEGATIVE_INFINITY;
    let lastY = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < n; i++) {
      const [x, y] = toScreen(camera, v[2 * i], v[2 * i + 1]);
      if (x < 0 || y < 0 || x > camera.width || y > camera.height) continue;
      const j = (i + 1) % n;
      const [bx, by] = toScreen(camera, v[2 * j], v[2 * j + 1]);
      // Only where both neighbours leave room, so that numbers never stand for the wrong vertex.
      if (Math.hypot(bx - x, by - y) < 24 || Math.hypot(x - lastX, y - lastY) < 24) {
        lastX = x;
        lastY = y;
        continue;
      }
      lastX = x;
      lastY = y;
      const h = (i + n - 1) % n;
      const [ax, ay] = toScreen(camera, v[2 * h], v[2 * h + 1]);
      const length = Math.hypot(bx - ax, by - ay) || 1;
      ctx.fillText(String(i), x + (12 * (by - ay)) / length, y - (12 * (bx - ax)) / length);
    }
  }
}

/** Curve handles: half-discs, flat side towards their vertex, on dotted stems. */
export function drawCurveHandles(ctx: CanvasRenderingContext2D, camera: Camera, shape: ShapeView): void {
  for (const { segments } of shape.outline.subpaths)
    for (const s of segments) {
      if (s.kind === "quadratic") {
        curveHandle(ctx, camera, s.x0, s.y0, s.x1, s.y1);
        curveHandle(ctx, camera, s.x2, s.y2, s.x1, s.y1);
      } else if (s.kind === "cubic") {
        curveHandle(ctx, camera, s.x0, s.y0, s.x1, s.y1);
        curveHandle(ctx, camera, s.x3, s.y3, s.x2, s.y2);
      }
    }
}

function curveHandle(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  vx: number,
  vy: number,
  hx: number,
  hy: number,
): void {
  const [x0, y0] = toScreen(camera, vx, vy);
  const [x1, y1] = toScreen(camera, hx, hy);
  const angle = Math.atan2(y1 - y0, x1 - x0);
  ctx.strokeStyle = withAlpha(tokens.ink, 0.7);
  ctx.lineWidth = 1;
  ctx.setLineDash([1.5, 3]);
  ctx.beginPath();
  ctx.moveTo(x0, y0);
  ctx.lineTo(x1, y1);
  ctx.stroke();
  ctx.setLineDash([]);
  ctx.fillStyle = tokens.sheet;
  ctx.strokeStyle = tokens.ink;
  ctx.lineWidth = 1.3;
  ctx.beginPath();
  ctx.arc(x1, y1, 5, angle - Math.PI / 2, angle + Math.PI / 2);
  ctx.closePath();
  ctx.fill();
  ctx.stroke();
}

/** The true outlines that a shape comes from, for comparison with its chords. */
export function strokeTrueOutline(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  shape: ShapeView,
  colour: string,
): void {
  const path = new Path2D();
  for (const subpath of shape.sources.flatMap(({ subpaths }) => subpaths)) {
    path.moveTo(...toScreen(camera, subpath.x, subpath.y));
    for (const segment of subpath.segments) {
      const pieces = segment.kind === "line" ? 1 : 64;
      for (let i = 1; i <= pieces; i++) path.lineTo(...toScreen(camera, ...pointAt(segment, i / pieces)));
    }
    if (subpath.closed) path.closePath();
  }
  ctx.strokeStyle = colour;
  ctx.lineWidth = 1.2;
  ctx.setLineDash([5, 3]);
  ctx.stroke(path);
  ctx.setLineDash([]);
}

/** A place that is computed: a small filled disc. */
export function drawDot(ctx: CanvasRenderingContext2D, x: number, y: number): void {
  ctx.fillStyle = tokens.ink;
  ctx.beginPath();
  ctx.arc(x, y, 2.5, 0, 2 * Math.PI);
  ctx.fill();
}

/** A point that can be dragged: a ring, with four ticks where it stands alone. */
export function drawHandle(ctx: CanvasRenderingContext2D, x: number, y: number, lit: boolean, ticks: boolean): void {
  ctx.lineWidth = lit ? 2 : 1.3;
  ctx.strokeStyle = lit ? tokens.plum : tokens.ink;
  ctx.fillStyle = tokens.sheet;
  ctx.beginPath();
  ctx.arc(x, y, 4.5, 0, 2 * Math.PI);
  ctx.fill();
  if (ticks)
    for (const [dx, dy] of [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ]) {
      ctx.moveTo(x + 4.5 * dx, y + 4.5 * dy);
      ctx.lineTo(x + 8 * dx, y + 8 * dy);
    }
  ctx.stroke();
}

/** A number that can be dragged: a bar across the direction in which it moves; an empty one where nothing follows. */
export function drawThumb(ctx: CanvasRenderingContext2D, camera: Camera, handle: Handle, lit: boolean): void {
  const { measure } = handle.grips[0];
  const [ax, ay] = [handle.x - measure.x, handle.y - measure.y];
  const size = Math.hypot(ax, ay) || 1;
  const [dx, dy] =
    measure.by === "along"
      ? [measure.dx, measure.dy]
      : measure.by === "angle"
        ? [-ay / size, ax / size]
        : [ax / size, ay / size];
  const [x, y] = toScreen(camera, ...transformPoint(handle.map, handle.x, handle.y));
  const [tx, ty] = toScreen(camera, ...transformPoint(handle.map, handle.x + dx, handle.y + dy));
  ctx.save();
  ctx.translate(x, y);
  ctx.rotate(Math.atan2(ty - y, tx - x));
  ctx.fillStyle = isDriven(handle) ? tokens.sheet : withAlpha(tokens.sheet, 0.4);
  ctx.strokeStyle = lit ? tokens.plum : tokens.ink;
  ctx.lineWidth = lit ? 2 : 1.4;
  ctx.setLineDash(isDriven(handle) ? [] : [2, 2]);
  ctx.beginPath();
  ctx.roundRect(-3, -7.5, 6, 15, 3);
  ctx.fill();
  ctx.stroke();
  ctx.restore();
}
