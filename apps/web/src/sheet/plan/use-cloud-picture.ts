import { useEffect, useState } from "react";
import { tokens } from "@/theme/tokens";
import { SIDES } from "@/worker/probed-points";
import type { Layer } from "../model/layers";
import { type Camera, toPlan, toScreen } from "./camera";

type Cloud = NonNullable<Layer["cloud"]>;

/** Many points as a picture, painted for one camera. */
export interface CloudPicture {
  cloud: Cloud;
  camera: Camera;
  image: OffscreenCanvas;
}

/** Milliseconds without a change of the camera before points are painted for it; until then the picture moves along. */
const REST = 90;
/** What is painted beyond the plan's edges, as a part of its size. */
const BEYOND = 0.2;
/** No two marks share a square of so many pixels: where points lie closer, the rarer kind is shown. */
const CELL = 7;

/** Paints the topmost cloud of points, anew once the camera rests: so that moving the plan costs the same however many there are. */
export function useCloudPicture(layers: readonly Layer[], camera: Camera | null): CloudPicture | null {
  const cloud = layers.findLast((layer) => layer.cloud)?.cloud ?? null;
  const [picture, setPicture] = useState<CloudPicture | null>(null);
  const isFirst = picture?.cloud !== cloud;
  useEffect(() => {
    if (!cloud || !camera) return;
    const timer = setTimeout(() => setPicture(painted(cloud, camera)), isFirst ? 0 : REST);
    return () => clearTimeout(timer);
  }, [cloud, camera, isFirst]);
  return cloud && picture?.cloud === cloud ? picture : null;
}

/** Draws a picture where its points lie now. */
export function drawCloud(ctx: CanvasRenderingContext2D, camera: Camera, { camera: was, image }: CloudPicture): void {
  const [bx, by] = [BEYOND * was.width, BEYOND * was.height];
  const [left, top] = toScreen(camera, ...toPlan(was, -bx, -by));
  const factor = camera.scale / was.scale;
  ctx.drawImage(image, left, top, (was.width + 2 * bx) * factor, (was.height + 2 * by) * factor);
}

function painted(cloud: Cloud, camera: Camera): CloudPicture {
  const ratio = window.devicePixelRatio || 1;
  const [bx, by] = [BEYOND * camera.width, BEYOND * camera.height];
  const [width, height] = [camera.width + 2 * bx, camera.height + 2 * by];
  const image = new OffscreenCanvas(Math.ceil(width * ratio), Math.ceil(height * ratio));
  const ctx = image.getContext("2d")!;
  const marks = SIDES.map((side) => markOf(side, ratio));
  const columns = Math.ceil(width / CELL) + 1;
  const taken = new Uint8Array(columns * (Math.ceil(height / CELL) + 1));
  const { x, y, side } = cloud.points;
  const [x0, y0] = toScreen(camera, 0, 0);
  const perY = camera.yDown ? camera.scale : -camera.scale;
  const half = (MARK * ratio) / 2;
  const paint = (wanted: number, rows: Uint32Array | null, alpha: number): void => {
    ctx.globalAlpha = alpha;
    const count = rows ? rows.length : x.length;
    for (let k = 0; k < count; k++) {
      const i = rows ? rows[k] : k;
      if (side[i] !== wanted) continue;
      const px = x0 + x[i] * camera.scale + bx;
      const py = y0 + y[i] * perY + by;
      if (!(px >= 0 && py >= 0 && px < width && py < height)) continue;
      const cell = Math.floor(py / CELL) * columns + Math.floor(px / CELL);
      if (taken[cell]) continue;
      taken[cell] = 1;
      ctx.drawImage(marks[wanted], Math.round(px * ratio - half), Math.round(py * ratio - half));
    }
  };
  const counts = [0, 0, 0];
  for (const each of side) counts[each]++;
  // What there is less of would vanish among the others.
  const order = [0, 1, 2].sort((p, q) => counts[p] - counts[q]);
  for (const kind of order) paint(kind, cloud.rows, 1);
  if (cloud.rows) for (const kind of order) paint(kind, null, 0.22);
  return { cloud, camera, image };
}

/** Pixels from one side of a mark to the other. */
const MARK = 8;

/** A filled disc inside, a hollow one outside, a cross on the boundary. */
function markOf(side: (typeof SIDES)[number], ratio: number): OffscreenCanvas {
  const mark = new OffscreenCanvas(Math.ceil(MARK * ratio), Math.ceil(MARK * ratio));
  const ctx = mark.getContext("2d")!;
  ctx.scale(ratio, ratio);
  ctx.translate(MARK / 2, MARK / 2);
  ctx.strokeStyle = tokens.ink;
  ctx.lineWidth = 1.1;
  ctx.beginPath();
  if (side === "boundary") {
    ctx.moveTo(-3, -3);
    ctx.lineTo(3, 3);
    ctx.moveTo(-3, 3);
    ctx.lineTo(3, -3);
  } else {
    ctx.arc(0, 0, 2.6, 0, 2 * Math.PI);
    ctx.fillStyle = side === "inside" ? tokens.ink : tokens.sheet;
    ctx.fill();
  }
  ctx.stroke();
  return mark;
}
