import { type Path, pointAt } from "@vertexon/geometry";
import { tokens, withAlpha } from "@/theme/tokens";
import type { ShapeView, SheetView } from "@/worker/sheet-view";
import type { Layer } from "../model/layers";
import { shapesOf } from "../model/scene";
import { type Camera, toScreen } from "./camera";
import { onScreen, Room, regionPath } from "./draw-shapes";
import { haloText } from "./halo-text";

/** Pictures under the plan, faded, and clipped where a shape is named for that. */
export function drawPictures(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  view: SheetView,
  images: ReadonlyMap<string, HTMLImageElement>,
): void {
  for (const { file, x, y, scale, fade, clip } of view.pictures) {
    const image = images.get(file);
    if (!image) continue;
    const shape = clip && shapesOf(view).find(({ name }) => name === clip)?.shape;
    const [px, py] = toScreen(camera, x, y);
    const size = scale * camera.scale;
    ctx.save();
    if (shape) ctx.clip(onScreen(regionPath(shape, camera), camera), "evenodd");
    ctx.globalAlpha = 1 - fade;
    ctx.imageSmoothingEnabled = size < 4;
    ctx.drawImage(image, px, py, image.naturalWidth * size, image.naturalHeight * size);
    ctx.restore();
  }
}

/** Regions: chosen ones in their tone, others bare, all with their outline. */
export function drawRegions(ctx: CanvasRenderingContext2D, camera: Camera, { regions }: Layer): void {
  for (const { polygons, tone, isChosen } of regions ?? []) {
    const outline = new Path2D();
    for (const { outer, holes } of polygons)
      for (const ring of [outer, ...holes]) {
        outline.moveTo(...toScreen(camera, ring[0], ring[1]));
        for (let i = 2; i < ring.length; i += 2) outline.lineTo(...toScreen(camera, ring[i], ring[i + 1]));
        outline.closePath();
      }
    ctx.fillStyle = isChosen ? tone : withAlpha(tokens.sheet, 0.82);
    ctx.fill(outline, "evenodd");
    ctx.strokeStyle = tokens.ink;
    ctx.lineWidth = isChosen ? 1.8 : 0.8;
    ctx.stroke(outline);
  }
}

/** A frame that is dragged, or was. */
export function drawFrame(ctx: CanvasRenderingContext2D, camera: Camera, { frame }: Layer): void {
  if (!frame) return;
  const [x0, y0] = toScreen(camera, frame.x0, frame.y0);
  const [x1, y1] = toScreen(camera, frame.x1, frame.y1);
  ctx.strokeStyle = tokens.plum;
  ctx.fillStyle = withAlpha(tokens.plum, 0.06);
  ctx.lineWidth = 1.4;
  ctx.setLineDash([6, 4]);
  ctx.fillRect(x0, y0, x1 - x0, y1 - y0);
  ctx.strokeRect(x0, y0, x1 - x0, y1 - y0);
  ctx.setLineDash([]);
}

/** A ray to the right, with its crossings in order and what each adds. */
export function drawRay(ctx: CanvasRenderingContext2D, camera: Camera, { ray }: Layer): void {
  if (!ray) return;
  const [x, y] = toScreen(camera, ray.x, ray.y);
  ctx.strokeStyle = tokens.plum;
  ctx.fillStyle = tokens.plum;
  ctx.lineWidth = 1.6;
  ctx.beginPath();
  ctx.moveTo(x, y);
  ctx.lineTo(camera.width, y);
  ctx.stroke();
  ctx.beginPath();
  ctx.arc(x, y, 4, 0, 2 * Math.PI);
  ctx.fill();
  ray.crossings.forEach((crossing, i) => {
    const [cx] = toScreen(camera, crossing.x, ray.y);
    ctx.strokeStyle = tokens.plum;
    ctx.lineWidth = 1.6;
    ctx.beginPath();
    ctx.moveTo(cx, y - 7);
    ctx.lineTo(cx, y + 7);
    ctx.stroke();
    // By turns above and below, so that close ones do not run together.
    const text = `${i + 1}: ${crossing.turn > 0 ? "+1" : "−1"}`;
    haloText(ctx, text, cx, y + (i % 2 === 0 ? -16 : 18), `600 11px ${tokens.mono}`, "center");
  });
}

export function drawTags(ctx: CanvasRenderingContext2D, camera: Camera, { tags = [] }: Layer): void {
  for (const { x, y, text } of tags)
    haloText(ctx, text, ...toScreen(camera, x, y), `700 15px ${tokens.mono}`, "center");
}

/** A way and its hits: a tick along the normal at each, on the side that it comes from, and the number. */
export function drawAimed(ctx: CanvasRenderingContext2D, camera: Camera, { aimed }: Layer): void {
  if (!aimed) return;
  const { way, hits } = aimed;
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 2;
  ctx.beginPath();
  for (let i = 0; i < way.length; i += 2) ctx.lineTo(...toScreen(camera, way[i], way[i + 1]));
  ctx.stroke();
  const [x0, y0] = toScreen(camera, way[0], way[1]);
  ctx.fillStyle = tokens.sheet;
  ctx.beginPath();
  ctx.arc(x0, y0, 4.5, 0, 2 * Math.PI);
  ctx.fill();
  ctx.stroke();
  const room = new Room(16);
  const up = camera.yDown ? 1 : -1;
  hits.forEach(({ x, y, normal }, i) => {
    const [px, py] = toScreen(camera, x, y);
    ctx.strokeStyle = tokens.olive;
    ctx.lineWidth = 2.4;
    ctx.beginPath();
    ctx.moveTo(px, py);
    ctx.lineTo(px + 14 * normal.x, py + 14 * up * normal.y);
    ctx.stroke();
    ctx.fillStyle = tokens.olive;
    ctx.fillRect(px - 3, py - 3, 6, 6);
    if (room.take(px, py))
      haloText(ctx, String(i + 1), px - 12 * normal.x, py - 12 * up * normal.y, `600 11px ${tokens.mono}`, "center");
  });
}

/** Circles around places that follow each other. */
export function drawCircles(ctx: CanvasRenderingContext2D, camera: Camera, { circles = [] }: Layer): void {
  ctx.strokeStyle = tokens.plum;
  ctx.fillStyle = tokens.plum;
  ctx.lineWidth = 1.2;
  for (const { x, y, radius } of circles) {
    const [px, py] = toScreen(camera, x, y);
    ctx.beginPath();
    ctx.arc(px, py, radius * camera.scale, 0, 2 * Math.PI);
    ctx.stroke();
    ctx.beginPath();
    ctx.arc(px, py, 2.4, 0, 2 * Math.PI);
    ctx.fill();
  }
}

/** Straight ways, each with its word in the middle. */
export function drawTraced(ctx: CanvasRenderingContext2D, camera: Camera, { traced = [] }: Layer): void {
  ctx.strokeStyle = tokens.olive;
  ctx.lineWidth = 1.6;
  ctx.setLineDash([7, 3]);
  ctx.beginPath();
  for (const line of traced)
    for (let i = 0; i < line.length; i += 2) {
      const [x, y] = toScreen(camera, line[i], line[i + 1]);
      if (i === 0) ctx.moveTo(x, y);
      else ctx.lineTo(x, y);
    }
  ctx.stroke();
  ctx.setLineDash([]);
}

export function drawWays(ctx: CanvasRenderingContext2D, camera: Camera, { ways = [] }: Layer): void {
  for (const { from, to, text, isArrow } of ways) {
    const [x0, y0] = toScreen(camera, from.x, from.y);
    const [x1, y1] = toScreen(camera, to.x, to.y);
    ctx.strokeStyle = tokens.ink;
    ctx.fillStyle = tokens.ink;
    ctx.lineWidth = isArrow ? 2.2 : 1.4;
    ctx.beginPath();
    ctx.moveTo(x0, y0);
    ctx.lineTo(x1, y1);
    ctx.stroke();
    const length = Math.hypot(x1 - x0, y1 - y0);
    if (isArrow && length > 2) {
      const [ux, uy] = [(x1 - x0) / length, (y1 - y0) / length];
      const size = Math.min(10, length);
      ctx.beginPath();
      ctx.moveTo(x1, y1);
      ctx.lineTo(x1 - size * ux - 0.5 * size * uy, y1 - size * uy + 0.5 * size * ux);
      ctx.lineTo(x1 - size * ux + 0.5 * size * uy, y1 - size * uy - 0.5 * size * ux);
      ctx.fill();
    }
    if (text) haloText(ctx, text, (x0 + x1) / 2 + 8, (y0 + y1) / 2 - 10, `600 12px ${tokens.mono}`);
  }
}

/** Numbers beside places, each on a small cross; those that would run together keep the cross only. */
export function drawNumbered(ctx: CanvasRenderingContext2D, camera: Camera, { numbered, listed = [] }: Layer): void {
  const room = { crosses: new Room(6), numbers: new Room(22) };
  if (numbered) numberPlaces(ctx, camera, numbered, 1, room);
  for (const places of listed) numberPlaces(ctx, camera, places, 0, room);
}

function numberPlaces(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  numbered: Float64Array,
  first: number,
  room: { crosses: Room; numbers: Room },
): void {
  let last = [Number.NaN, Number.NaN];
  for (let i = 0; i < numbered.length; i += 2) {
    const [x, y] = toScreen(camera, numbered[i], numbered[i + 1]);
    if (x < 0 || y < 0 || x > camera.width || y > camera.height || !room.crosses.take(x, y)) continue;
    drawCross(ctx, x, y);
    // The room beside the last one is that of its number.
    const isBeside = Math.abs(x - last[0]) < 20 && Math.abs(y - last[1]) < 12;
    if (isBeside || !room.numbers.take(x, y)) continue;
    last = [x, y];
    haloText(ctx, String(i / 2 + first), x + 9, y - 8, `600 11px ${tokens.mono}`);
  }
}

/** Crosses without numbers, as many as there is room for. */
export function drawMarked(ctx: CanvasRenderingContext2D, camera: Camera, { marked }: Layer): void {
  const room = new Room(6);
  for (let i = 0; marked && i < marked.length; i += 2) {
    const [x, y] = toScreen(camera, marked[i], marked[i + 1]);
    if (x >= 0 && y >= 0 && x <= camera.width && y <= camera.height && room.take(x, y)) drawCross(ctx, x, y);
  }
}

function drawCross(ctx: CanvasRenderingContext2D, x: number, y: number): void {
  ctx.strokeStyle = tokens.olive;
  ctx.lineWidth = 1.6;
  ctx.beginPath();
  ctx.moveTo(x - 5, y - 5);
  ctx.lineTo(x + 5, y + 5);
  ctx.moveTo(x - 5, y + 5);
  ctx.lineTo(x + 5, y - 5);
  ctx.stroke();
}

/** The edges of triangles or pieces, thin. Where cells overlap, what they fill adds up. */
export function drawMesh(ctx: CanvasRenderingContext2D, camera: Camera, { mesh }: Layer): void {
  if (!mesh) return;
  const lines = new Path2D();
  ctx.fillStyle = withAlpha(tokens.olive, 0.13);
  for (const cell of mesh) {
    const outline = new Path2D();
    for (let i = 0; i < cell.length; i += 2) outline.lineTo(...toScreen(camera, cell[i], cell[i + 1]));
    outline.closePath();
    ctx.fill(outline);
    lines.addPath(outline);
  }
  ctx.strokeStyle = withAlpha(tokens.olive, 0.75);
  ctx.lineWidth = 1;
  ctx.stroke(lines);
}

/** Outlines that were not taken, dotted; the one that is pointed at is bold. */
export function drawGhosts(ctx: CanvasRenderingContext2D, camera: Camera, { ghosts = [] }: Layer): void {
  for (const { path, lit } of ghosts) {
    ctx.strokeStyle = lit ? tokens.plum : withAlpha(tokens.olive, 0.9);
    ctx.lineWidth = lit ? 2.6 : 1.6;
    ctx.setLineDash([1.5, 5]);
    ctx.lineCap = "round";
    ctx.stroke(tracedPath(camera, path));
    ctx.setLineDash([]);
    ctx.lineCap = "butt";
  }
}

function tracedPath(camera: Camera, path: Path): Path2D {
  const traced = new Path2D();
  for (const { x, y, segments, closed } of path.subpaths) {
    traced.moveTo(...toScreen(camera, x, y));
    for (const segment of segments) {
      const pieces = segment.kind === "line" ? 1 : 64;
      for (let i = 1; i <= pieces; i++) traced.lineTo(...toScreen(camera, ...pointAt(segment, i / pieces)));
    }
    if (closed) traced.closePath();
  }
  return traced;
}

/** The way travelled so far, and a large arrowhead where it has got to. */
export function drawTravel(ctx: CanvasRenderingContext2D, camera: Camera, shape: ShapeView, { travel }: Layer): void {
  const subpath = travel && shape.subpaths[travel.subpath];
  if (!travel || !subpath) return;
  const { vertices: v, segment } = subpath;
  const n = segment.length;
  ctx.beginPath();
  ctx.moveTo(...toScreen(camera, v[0], v[1]));
  for (let i = 0; i < n && segment[i] < travel.step; i++) {
    const j = (i + 1) % n;
    if (j === 0 && !subpath.closed) break;
    ctx.lineTo(...toScreen(camera, v[2 * j], v[2 * j + 1]));
  }
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 4;
  ctx.lineJoin = "round";
  ctx.stroke();
  const [x, y] = toScreen(camera, travel.x, travel.y);
  const angle = camera.yDown ? travel.direction : -travel.direction;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  ctx.beginPath();
  ctx.moveTo(x + 15 * cos, y + 15 * sin);
  ctx.lineTo(x - 9 * cos - 9 * sin, y - 9 * sin + 9 * cos);
  ctx.lineTo(x - 4 * cos, y - 4 * sin);
  ctx.lineTo(x - 9 * cos + 9 * sin, y - 9 * sin - 9 * cos);
  ctx.closePath();
  ctx.fillStyle = tokens.plum;
  ctx.strokeStyle = tokens.sheet;
  ctx.lineWidth = 1.5;
  ctx.fill();
  ctx.stroke();
}

/** Rays from a centre to the vertices, each with its direction. */
export function drawRays(ctx: CanvasRenderingContext2D, camera: Camera, { rays }: Layer): void {
  if (!rays) return;
  const [cx, cy] = toScreen(camera, rays.x, rays.y);
  ctx.strokeStyle = withAlpha(tokens.olive, 0.75);
  ctx.lineWidth = 1;
  ctx.beginPath();
  for (let i = 0; i < rays.to.length; i += 2) {
    ctx.moveTo(cx, cy);
    ctx.lineTo(...toScreen(camera, rays.to[i], rays.to[i + 1]));
  }
  ctx.stroke();
  ctx.fillStyle = tokens.olive;
  ctx.beginPath();
  ctx.arc(cx, cy, 3.5, 0, 2 * Math.PI);
  ctx.fill();
}
