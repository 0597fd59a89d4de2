import type { PlanSettings } from "@vertexon/notation";
import { roundUp } from "@/format/round-up";
import { tokens } from "@/theme/tokens";
import { type Camera, RULER, toScreen, visible } from "./camera";

/** Numbered lines are at least this many pixels apart. */
const NUMBERED = 46;

interface Steps {
  numbered: number;
  between: number;
  decimals: number;
}

/** The grid's steps at a scale: 1, 2 or 5 times a power of ten, each divided into five or four. */
export function gridSteps(scale: number): Steps {
  const { rounded: numbered, factor } = roundUp(NUMBERED / scale);
  return {
    numbered,
    between: numbered / (factor === 2 ? 4 : 5),
    decimals: Math.max(0, -Math.floor(Math.log10(numbered) + 1e-9)),
  };
}

export function drawPaper(ctx: CanvasRenderingContext2D, camera: Camera): void {
  ctx.fillStyle = tokens.sheet;
  ctx.fillRect(RULER, RULER, camera.width - RULER, camera.height - RULER);
}

export function drawGrid(ctx: CanvasRenderingContext2D, camera: Camera, plan: PlanSettings): void {
  const { numbered, between } = gridSteps(camera.scale);
  lines(ctx, camera, between, "#E9EDE6");
  lines(ctx, camera, numbered, tokens.rule);
  // The plan's own box.
  const [x0, y0] = toScreen(camera, plan.x, plan.y);
  const [x1, y1] = toScreen(camera, plan.x + plan.width, plan.y + plan.height);
  ctx.strokeStyle = tokens.ruleStrong;
  ctx.lineWidth = 1.5;
  ctx.strokeRect(Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0));
  drawOrigin(ctx, ...toScreen(camera, 0, 0), plan.yDown);
}

function lines(ctx: CanvasRenderingContext2D, camera: Camera, step: number, colour: string): void {
  const box = visible(camera);
  ctx.strokeStyle = colour;
  ctx.lineWidth = 1;
  ctx.beginPath();
  for (let k = Math.ceil(box.minX / step); k <= box.maxX / step; k++) {
    const px = Math.round(toScreen(camera, k * step, 0)[0]) + 0.5;
    ctx.moveTo(px, RULER);
    ctx.lineTo(px, camera.height);
  }
  for (let k = Math.ceil(box.minY / step); k <= box.maxY / step; k++) {
    const py = Math.round(toScreen(camera, 0, k * step)[1]) + 0.5;
    ctx.moveTo(RULER, py);
    ctx.lineTo(camera.width, py);
  }
  ctx.stroke();
}

function drawOrigin(ctx: CanvasRenderingContext2D, x: number, y: number, yDown: boolean): void {
  const sign = yDown ? 1 : -1;
  ctx.strokeStyle = tokens.olive;
  ctx.fillStyle = tokens.olive;
  ctx.lineWidth = 1.5;
  ctx.beginPath();
  ctx.moveTo(x + 24, y);
  ctx.lineTo(x, y);
  ctx.lineTo(x, y + 24 * sign);
  ctx.stroke();
  ctx.font = `11px ${tokens.mono}`;
  ctx.textAlign = "left";
  ctx.textBaseline = "middle";
  ctx.fillText("x", x + 27, y);
  ctx.textAlign = "center";
  ctx.fillText("y", x, y + 32 * sign);
}

export function drawRulers(ctx: CanvasRenderingContext2D, camera: Camera, pointer: [number, number] | null): void {
  const { numbered, decimals } = gridSteps(camera.scale);
  const box = visible(camera);
  ctx.fillStyle = tokens.band;
  ctx.fillRect(0, 0, camera.width, RULER);
  ctx.fillRect(0, 0, RULER, camera.height);
  ctx.strokeStyle = tokens.ruleStrong;
  ctx.lineWidth = 1;
  ctx.beginPath();
  ctx.moveTo(RULER + 0.5, camera.height);
  ctx.lineTo(RULER + 0.5, RULER + 0.5);
  ctx.lineTo(camera.width, RULER + 0.5);
  ctx.stroke();
  ctx.fillStyle = tokens.quiet;
  ctx.font = `11px ${tokens.mono}`;
  ctx.textBaseline = "middle";
  ctx.textAlign = "center";
  const text = (value: number): string => (value + 0).toFixed(decimals).replace("-", "−");
  // A number that the end of its ruler would cut is left out: it would be another one.
  const fits = (label: string, at: number, end: number): boolean => {
    const half = ctx.measureText(label).width / 2;
    return at - half >= RULER && at + half <= end;
  };
  for (let k = Math.ceil(box.minX / numbered); k <= box.maxX / numbered; k++) {
    const [label, x] = [text(k * numbered), toScreen(camera, k * numbered, 0)[0]];
    if (fits(label, x, camera.width)) ctx.fillText(label, x, RULER / 2);
  }
  for (let k = Math.ceil(box.minY / numbered); k <= box.maxY / numbered; k++) {
    const [label, y] = [text(k * numbered), toScreen(camera, 0, k * numbered)[1]];
    if (!fits(label, y, camera.height)) continue;
    ctx.save();
    ctx.translate(RULER / 2, y);
    ctx.rotate(-Math.PI / 2);
    ctx.fillText(label, 0, 0);
    ctx.restore();
  }
  if (pointer) {
    ctx.strokeStyle = tokens.plum;
    ctx.beginPath();
    ctx.moveTo(pointer[0], 0);
    ctx.lineTo(pointer[0], RULER);
    ctx.moveTo(0, pointer[1]);
    ctx.lineTo(RULER, pointer[1]);
    ctx.stroke();
  }
  // The corner tells which way the axes run, wherever the origin is.
  ctx.fillStyle = tokens.band;
  ctx.fillRect(0, 0, RULER, RULER);
  ctx.fillStyle = tokens.olive;
  ctx.font = `10px ${tokens.mono}`;
  ctx.fillText("x→", RULER / 2 + 1, 8);
  ctx.fillText(camera.yDown ? "y↓" : "y↑", RULER / 2 - 1, 19);
}
