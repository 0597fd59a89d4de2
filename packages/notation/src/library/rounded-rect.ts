import type { Subpath } from "@vertexon/geometry";
import { OutlineBuilder } from "../values/outline-builder";

/** A rectangle with elliptical corners, from the end of its first corner along +x, as SVG 2 (section 10.2) has it. */
export function roundedRect(x: number, y: number, width: number, height: number, rx: number, ry: number): Subpath {
  const builder = new OutlineBuilder(x + rx, y);
  const right = x + width;
  const bottom = y + height;
  builder.line(right - rx, y);
  builder.arc(right - rx, y + ry, 0, -ry, rx, 0, Math.PI / 2, right, y + ry);
  builder.line(right, bottom - ry);
  builder.arc(right - rx, bottom - ry, rx, 0, 0, ry, Math.PI / 2, right - rx, bottom);
  builder.line(x + rx, bottom);
  builder.arc(x + rx, bottom - ry, 0, ry, -rx, 0, Math.PI / 2, x, bottom - ry);
  builder.line(x, y + ry);
  builder.arc(x + rx, y + ry, -rx, 0, 0, -ry, Math.PI / 2, x + rx, y);
  return builder.closed();
}
