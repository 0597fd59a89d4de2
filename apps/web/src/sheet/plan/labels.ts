import { tokens } from "@/theme/tokens";
import { type Camera, RULER } from "./camera";
import { haloText } from "./halo-text";

/** A part of the canvas, in pixels. */
export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Names by default: their font without its weight, and how high they are. */
const NAMES = { font: `12px ${tokens.sans}`, height: 15 };

/** Puts names on the plan so that none covers another or a mark, or is cut off; one that finds no place is left out. */
export class Labels {
  /** `taken` is what no name may cover; those that are placed are added to it. */
  constructor(
    private readonly ctx: CanvasRenderingContext2D,
    private readonly camera: Camera,
    private readonly taken: Box[],
    private readonly face = NAMES,
  ) {}

  /** Keeps the square around a mark free. */
  avoid(x: number, y: number, reach: number): void {
    this.taken.push({ left: x - reach, right: x + reach, top: y - reach, bottom: y + reach });
  }

  /** Tries the places in order; each is the middle of the text. */
  place(text: string, places: readonly [x: number, y: number][], bold: boolean): void {
    const { ctx, camera, face } = this;
    ctx.font = `${bold ? 600 : 400} ${this.face.font}`;
    const half = widthOf(ctx, text) / 2 + 2;
    for (const [x, y] of places) {
      const box = { left: x - half, right: x + half, top: y - face.height / 2, bottom: y + face.height / 2 };
      if (box.left < RULER || box.top < RULER || box.right > camera.width || box.bottom > camera.height) continue;
      if (this.taken.some((other) => overlap(box, other))) continue;
      this.taken.push(box);
      haloText(ctx, text, x, y, ctx.font, "center");
      return;
    }
  }

  /** Places around a mark: right, left, above, below and the corners. */
  around(text: string, x: number, y: number, gap: number, bold: boolean): [number, number][] {
    this.ctx.font = `${bold ? 600 : 400} ${this.face.font}`;
    const dx = widthOf(this.ctx, text) / 2 + gap;
    const dy = this.face.height / 2 + gap - 2;
    return [
      [x + dx, y],
      [x + dx, y - dy],
      [x - dx, y],
      [x, y - dy],
      [x, y + dy],
      [x + dx, y + dy],
      [x - dx, y - dy],
      [x - dx, y + dy],
    ];
  }
}

const widths = new Map<string, number>();

/** Measuring a text takes as long as drawing it: each is measured once. */
export function widthOf(ctx: CanvasRenderingContext2D, text: string): number {
  const key = `${ctx.font} ${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    if (widths.size > 5000) widths.clear();
    width = ctx.measureText(text).width;
    widths.set(key, width);
  }
  return width;
}

function overlap(a: Box, b: Box): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}
