import { fixed, small } from "@/format/numbers";
import { tokens, withAlpha } from "@/theme/tokens";
import type { FieldPicture } from "@/worker/questions/field-picture";
import type { ProbeView, ShapeView } from "@/worker/sheet-view";
import type { Lit } from "../model/layers";
import { type Camera, decimalsAt, toScreen } from "./camera";
import { Room } from "./draw-shapes";
import { haloText } from "./halo-text";
import { type Box, Labels } from "./labels";
import type { SampleValues } from "./use-sample-values";

/** A foot-line from a place to the nearest edge, with its number. */
export function drawFootLine(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  from: { x: number; y: number },
  to: { x: number; y: number },
  distance: number,
): void {
  const [x0, y0] = toScreen(camera, from.x, from.y);
  const [x1, y1] = toScreen(camera, to.x, to.y);
  const length = Math.hypot(x1 - x0, y1 - y0);
  ctx.strokeStyle = tokens.ink;
  ctx.lineWidth = 1.4;
  ctx.beginPath();
  ctx.moveTo(x0, y0);
  ctx.lineTo(x1, y1);
  if (length > 0) {
    const nx = (6 * (y1 - y0)) / length;
    const ny = (6 * (x0 - x1)) / length;
    ctx.moveTo(x1 - nx, y1 - ny);
    ctx.lineTo(x1 + nx, y1 + ny);
  }
  ctx.stroke();
  // On the far side of the point from the edge, so that the number does not cover the line.
  const text = fixed(distance, decimalsAt(camera) + 2);
  const font = `600 12px ${tokens.mono}`;
  ctx.font = font;
  const isRoom = x0 + 16 + ctx.measureText(text).width < camera.width;
  haloText(ctx, text, x0 + (isRoom ? 12 : -12), y0 + (y1 > y0 ? -13 : 14), font, isRoom ? "left" : "right");
}

/** Samples at the centres of their cells: filled inside, hollow outside, with their values under them once these are known. */
export function drawSamples(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  { grid, window, values }: SampleValues,
): void {
  const size = Math.min(3, (camera.scale * grid.cell) / 6);
  const places = Array.from({ length: window.columns * window.rows }, (_, k) => {
    const column = window.column + (k % window.columns);
    const row = window.row + Math.floor(k / window.columns);
    return toScreen(camera, grid.x + (column + 0.5) * grid.cell, grid.y + (row + 0.5) * grid.cell);
  });
  ctx.strokeStyle = tokens.ink;
  ctx.lineWidth = 1;
  places.forEach(([x, y], k) => {
    ctx.beginPath();
    ctx.arc(x, y, size, 0, 2 * Math.PI);
    ctx.fillStyle = values && values[k] <= 0 ? tokens.ink : tokens.sheet;
    ctx.fill();
    ctx.stroke();
  });
  places.forEach(([x, y], k) => {
    if (values) haloText(ctx, fixed(values[k], decimalsAt(camera) + 1), x, y + 12, `11px ${tokens.mono}`, "center");
  });
}

/** A point that is pointed at in a list, with its foot-line. */
export function drawPlace(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  { x, y, foot }: NonNullable<Lit["place"]>,
): void {
  if (foot) drawFootLine(ctx, camera, { x, y }, foot, foot.distance);
  const [px, py] = toScreen(camera, x, y);
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 2.4;
  ctx.beginPath();
  ctx.arc(px, py, 8, 0, 2 * Math.PI);
  ctx.stroke();
}

/** Probed points: a filled disc inside, a hollow one outside, a half one on the boundary; never by colour alone. */
export function drawProbe(ctx: CanvasRenderingContext2D, camera: Camera, probe: ProbeView, lit: number | null): void {
  if (probe.points.length > FEW_POINTS) drawManyPoints(ctx, camera, probe);
  probe.points.forEach((point, i) => {
    if (probe.points.length > FEW_POINTS && lit !== i) return;
    const [x, y] = toScreen(camera, point.x, point.y);
    if (point.side !== "boundary" && Number.isFinite(point.distance))
      drawFootLine(ctx, camera, point, point.nearest, point.distance);
    ctx.strokeStyle = tokens.ink;
    ctx.fillStyle = tokens.sheet;
    ctx.lineWidth = lit === i ? 2.6 : 1.6;
    ctx.beginPath();
    ctx.arc(x, y, 5.5, 0, 2 * Math.PI);
    ctx.fill();
    ctx.stroke();
    ctx.fillStyle = tokens.ink;
    if (point.side !== "outside") {
      ctx.beginPath();
      ctx.arc(
        x,
        y,
        5.5,
        point.side === "inside" ? 0 : Math.PI / 2,
        point.side === "inside" ? 2 * Math.PI : 1.5 * Math.PI,
      );
      ctx.fill();
    }
    haloText(ctx, String(i + 1), x - 12, y - 11, `600 12px ${tokens.mono}`);
  });
}

/** More points than this have plain marks: no numbers, and no lines to their feet. */
export const FEW_POINTS = 24;

/** Marks as room allows: filled inside, hollow outside, a cross on the boundary; one path for each, so that thousands stay quick. */
function drawManyPoints(ctx: CanvasRenderingContext2D, camera: Camera, { points }: ProbeView): void {
  const room = new Room(7);
  const [inside, outside, boundary] = [new Path2D(), new Path2D(), new Path2D()];
  for (const point of points) {
    const [x, y] = toScreen(camera, point.x, point.y);
    if (x < 0 || y < 0 || x > camera.width || y > camera.height || !room.take(x, y)) continue;
    if (point.side === "boundary") {
      boundary.moveTo(x - 3, y - 3);
      boundary.lineTo(x + 3, y + 3);
      boundary.moveTo(x - 3, y + 3);
      boundary.lineTo(x + 3, y - 3);
    } else {
      const path = point.side === "inside" ? inside : outside;
      path.moveTo(x + 2.6, y);
      path.arc(x, y, 2.6, 0, 2 * Math.PI);
    }
  }
  ctx.lineWidth = 1.1;
  ctx.strokeStyle = tokens.ink;
  ctx.fillStyle = tokens.ink;
  ctx.fill(inside);
  ctx.fillStyle = tokens.sheet;
  ctx.fill(outside);
  ctx.stroke(outside);
  ctx.stroke(boundary);
}

/** A spot of great flattening error with its number: the one that was gone to, or else the worst. */
export function drawWorstSpot(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  { worst }: ShapeView,
  gone: { x: number; y: number; deviation: number } | undefined,
): void {
  const spot = gone ?? worst;
  if (!spot) return;
  const [x, y] = toScreen(camera, spot.x, spot.y);
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 1.8;
  ctx.beginPath();
  ctx.arc(x, y, 13, 0, 2 * Math.PI);
  ctx.stroke();
  haloText(ctx, `${gone ? "off" : "worst"} ${small(spot.deviation)}`, x + 18, y - 14, `600 12px ${tokens.mono}`);
}

/** A picture of the field, placed where it was computed for, and its contours with their values. */
export function drawField(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  picture: FieldPicture,
  image: CanvasImageSource,
): void {
  const { x, y, cell, columns, rows } = picture.request;
  const [x0, y0] = toScreen(camera, x, y);
  const [x1, y1] = toScreen(camera, x + columns * cell, y + rows * cell);
  ctx.drawImage(image, Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0));
}

export function drawContours(ctx: CanvasRenderingContext2D, camera: Camera, picture: FieldPicture): void {
  for (const { level, points, closed } of picture.contours) {
    ctx.lineWidth = level === 0 ? 1.8 : 1;
    ctx.strokeStyle = withAlpha(level < 0 ? tokens.sheet : tokens.ink, level === 0 ? 1 : level < 0 ? 0.55 : 0.42);
    ctx.beginPath();
    for (let i = 0; i < points.length; i += 2) {
      const [px, py] = toScreen(camera, points[i], points[i + 1]);
      if (i === 0) ctx.moveTo(px, py);
      else ctx.lineTo(px, py);
    }
    if (closed) ctx.closePath();
    ctx.stroke();
  }
}

/** The value of each level on its longest line, where that covers nothing else; what is covered then is added to `taken`. */
export function drawContourValues(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  picture: FieldPicture,
  taken: Box[],
): void {
  const longest = new Map<number, { length: number; points: Float64Array }>();
  for (const { level, points } of picture.contours) {
    let length = 0;
    for (let i = 2; i < points.length; i += 2)
      length += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
    const best = longest.get(level);
    if (level !== 0 && length * camera.scale > 60 && length > (best?.length ?? 0))
      longest.set(level, { length, points });
  }
  const decimals = decimalsOf(picture.request.interval);
  const labels = new Labels(ctx, camera, taken, LEVELS);
  for (const [level, { points }] of longest) {
    const places = PLACES.map((share): [number, number] => {
      const at = 2 * Math.floor((share * points.length) / 2);
      return toScreen(camera, points[at], points[at + 1]);
    });
    labels.place(fixed(level, decimals), places, false);
  }
}

const LEVELS = { font: `11px ${tokens.mono}`, height: 12 };
/** Where along its line a level's value may stand. */
const PLACES = [0.5, 0.4, 0.6, 0.25, 0.75];

/** How many decimals multiples of a step need, up to nine. */
function decimalsOf(step: number): number {
  let decimals = 0;
  while (decimals < 9 && Math.abs(step * 10 ** decimals - Math.round(step * 10 ** decimals)) > 1e-6) decimals++;
  return decimals;
}
