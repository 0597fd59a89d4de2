import type { Camera } from "./camera";

/**
 * Everything on the plan that a drag leaves as it is, as one picture: painted when the drag begins, and again only when
 * the plan is seen differently. What moves is drawn over it in every frame.
 */
export class Backdrop {
  private canvas: HTMLCanvasElement | null = null;
  private camera: Camera | null = null;
  constructor(readonly moved: ReadonlySet<string>) {}

  /** Puts the picture on the plan; `draw` is asked for it where there is none, or where it is out of date. */
  paint(ctx: CanvasRenderingContext2D, camera: Camera, draw: (ctx: CanvasRenderingContext2D) => void): void {
    const { width, height } = ctx.canvas;
    if (!this.canvas || this.camera !== camera || this.canvas.width !== width || this.canvas.height !== height) {
      this.canvas = document.createElement("canvas");
      this.canvas.width = width;
      this.canvas.height = height;
      this.camera = camera;
      const own = this.canvas.getContext("2d");
      own?.setTransform(ctx.getTransform());
      if (own) draw(own);
    }
    ctx.save();
    ctx.resetTransform();
    ctx.drawImage(this.canvas, 0, 0);
    ctx.restore();
  }
}
