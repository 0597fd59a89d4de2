import type { Bounds } from "@vertexon/geometry";

/** How the plan is seen: pixels a plan unit, the place in the middle of the canvas, and whether y runs downwards. */
export interface Camera {
  scale: number;
  x: number;
  y: number;
  yDown: boolean;
  width: number;
  height: number;
}

/** The rulers' breadth in pixels, at the top and at the left. */
export const RULER = 26;

const LEAST_SCALE = 1e-6;
const GREATEST_SCALE = 1e7;

export function toScreen(camera: Camera, x: number, y: number): [number, number] {
  const sign = camera.yDown ? 1 : -1;
  return [middleX(camera) + (x - camera.x) * camera.scale, middleY(camera) + sign * (y - camera.y) * camera.scale];
}

export function toPlan(camera: Camera, px: number, py: number): [number, number] {
  const sign = camera.yDown ? 1 : -1;
  return [camera.x + (px - middleX(camera)) / camera.scale, camera.y + (sign * (py - middleY(camera))) / camera.scale];
}

/** The canvas transform from plan units to pixels. */
export function matrixOf(camera: Camera): DOMMatrix {
  const [e, f] = toScreen(camera, 0, 0);
  return new DOMMatrix([camera.scale, 0, 0, camera.yDown ? camera.scale : -camera.scale, e, f]);
}

/** The plan's part that is in view. */
export function visible(camera: Camera): Bounds {
  const [x0, y0] = toPlan(camera, RULER, RULER);
  const [x1, y1] = toPlan(camera, camera.width, camera.height);
  return { minX: x0, maxX: x1, minY: Math.min(y0, y1), maxY: Math.max(y0, y1) };
}

/** Zooms by a factor; what lies under the pixel stays there. */
export function zoomAt(camera: Camera, px: number, py: number, factor: number): Camera {
  const [x, y] = toPlan(camera, px, py);
  const scale = Math.max(LEAST_SCALE, Math.min(GREATEST_SCALE, camera.scale * factor));
  const zoomed = { ...camera, scale };
  const [nx, ny] = toPlan(zoomed, px, py);
  return { ...zoomed, x: zoomed.x + x - nx, y: zoomed.y + y - ny };
}

export function pan(camera: Camera, dx: number, dy: number): Camera {
  const sign = camera.yDown ? 1 : -1;
  return { ...camera, x: camera.x - dx / camera.scale, y: camera.y - (sign * dy) / camera.scale };
}

/** Pixels left free around what is fitted; more at the bottom, where the plan's buttons are. */
export const MARGIN = { side: 20, bottom: 52 };

/** All of a box in view, with a margin. */
export function fit(camera: Camera, box: Bounds): Camera {
  const width = Math.max(1, camera.width - RULER - 2 * MARGIN.side);
  const height = Math.max(1, camera.height - RULER - MARGIN.side - MARGIN.bottom);
  const scale = Math.min(width / Math.max(box.maxX - box.minX, 1e-9), height / Math.max(box.maxY - box.minY, 1e-9));
  const up = ((camera.yDown ? 1 : -1) * (MARGIN.bottom - MARGIN.side)) / 2 / scale;
  return { ...camera, scale, x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 + up };
}

/** Decimals that tell neighbouring pixels apart. */
export function decimalsAt(camera: Camera): number {
  return Math.max(0, Math.min(12, Math.ceil(Math.log10(camera.scale))));
}

function middleX(camera: Camera): number {
  return (RULER + camera.width) / 2;
}

function middleY(camera: Camera): number {
  return (RULER + camera.height) / 2;
}
