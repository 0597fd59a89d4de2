import { tokens, withAlpha } from "@/theme/tokens";

/** Text on the plan, with a rim of paper that keeps it readable over lines. */
export function haloText(
  ctx: CanvasRenderingContext2D,
  text: string,
  x: number,
  y: number,
  font: string,
  align: CanvasTextAlign = "left",
): void {
  ctx.font = font;
  ctx.textAlign = align;
  ctx.textBaseline = "middle";
  ctx.lineJoin = "round";
  ctx.lineWidth = 4;
  ctx.strokeStyle = withAlpha(tokens.sheet, 0.88);
  ctx.strokeText(text, x, y);
  ctx.fillStyle = tokens.ink;
  ctx.fillText(text, x, y);
}
