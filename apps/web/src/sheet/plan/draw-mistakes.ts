import type { Diagnostic, Mark } from "@vertexon/notation";
import { tokens } from "@/theme/tokens";
import { type Camera, toScreen } from "./camera";

/** The places that mistakes are about: a cross in a diamond each; those that are pointed at are bold. */
export function drawMistakes(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  diagnostics: readonly Diagnostic[],
  lit: readonly Mark[] | null,
): void {
  for (const { marks } of diagnostics)
    for (const { x, y } of marks) {
      const [px, py] = toScreen(camera, x, y);
      const isLit = lit?.some((mark) => mark.x === x && mark.y === y) ?? false;
      const size = isLit ? 12 : 9;
      ctx.strokeStyle = tokens.plum;
      ctx.fillStyle = "rgba(250, 251, 248, 0.7)";
      ctx.lineWidth = isLit ? 2.6 : 1.8;
      ctx.beginPath();
      ctx.moveTo(px - size, py);
      ctx.lineTo(px, py - size);
      ctx.lineTo(px + size, py);
      ctx.lineTo(px, py + size);
      ctx.closePath();
      ctx.fill();
      const arm = size / 3;
      ctx.moveTo(px - arm, py - arm);
      ctx.lineTo(px + arm, py + arm);
      ctx.moveTo(px + arm, py - arm);
      ctx.lineTo(px - arm, py + arm);
      ctx.stroke();
    }
}
