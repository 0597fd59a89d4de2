import { perimeter, signedArea } from "@vertexon/geometry";
import { fixed } from "@/format/numbers";
import { tokens, withAlpha } from "@/theme/tokens";
import { type Camera, decimalsAt, toScreen } from "./camera";
import { haloText } from "./halo-text";

/** An outline that is being clicked: its corners so far, in plan units. */
export type OutlineDraft = readonly { x: number; y: number }[];

/** Pixels within which a click counts as one on the first corner. */
const CLOSE = 12;

/** Whether a pixel is near enough to the first corner of three or more to close the outline. */
export function closesDraft(camera: Camera, draft: OutlineDraft, px: number, py: number): boolean {
  if (draft.length < 3) return false;
  const [x, y] = toScreen(camera, draft[0].x, draft[0].y);
  return Math.hypot(x - px, y - py) <= CLOSE;
}

/** The corners so far, the edge to the pointer, and what the outline, or an open line, measures with it. */
export function drawDraft(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  draft: OutlineDraft,
  pointer: { x: number; y: number } | null,
  closing: boolean,
  isOpen = false,
): void {
  const corners = pointer && !closing ? [...draft, pointer] : [...draft];
  if (corners.length === 0) return;
  const path = new Path2D();
  for (const { x, y } of corners) path.lineTo(...toScreen(camera, x, y));
  if (closing) path.closePath();
  ctx.fillStyle = withAlpha(tokens.plum, 0.12);
  if (!isOpen) ctx.fill(path);
  ctx.strokeStyle = tokens.plum;
  ctx.lineWidth = 1.8;
  ctx.setLineDash(closing ? [] : [6, 3]);
  ctx.stroke(path);
  ctx.setLineDash([]);
  draft.forEach(({ x, y }, i) => {
    const [px, py] = toScreen(camera, x, y);
    ctx.beginPath();
    const closesHere = i === 0 && draft.length > 2 && !isOpen;
    ctx.arc(px, py, closesHere ? CLOSE : 3, 0, 2 * Math.PI);
    if (closesHere) ctx.stroke();
    else {
      ctx.fillStyle = tokens.plum;
      ctx.fill();
    }
  });
  const ring = Float64Array.from(corners.flatMap(({ x, y }) => [x, y]));
  const [x, y] = toScreen(camera, corners[corners.length - 1].x, corners[corners.length - 1].y);
  const decimals = decimalsAt(camera) + 1;
  const length = `length ${fixed(perimeter(ring, closing), decimals)}`;
  haloText(ctx, length, x + 14, y - 12, `600 12px ${tokens.mono}`);
  if (corners.length > 2 && !isOpen)
    haloText(ctx, `area ${fixed(Math.abs(signedArea(ring)), decimals)}`, x + 14, y + 6, `600 12px ${tokens.mono}`);
}
