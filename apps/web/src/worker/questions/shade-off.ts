import { cellAt, type FieldRequest } from "./shade-field";

/** Less than this part of the greatest one is nothing. */
const NOTHING = 1e-9;
/** Steps of the shades. */
const LAYERS = 8;
/** The width in pixels of the stripes in which negative differences are drawn: signs must not differ by tone alone. */
const STRIPE = 6;

/**
 * Differences as layers that deepen with their size: full where values are greater, in stripes where they are less. The deepest one is for the
 * greatest difference, or for `least` where all are less.
 */
export function shadeOff(
  { columns, rows, upscale, flipped, tint }: FieldRequest,
  off: Float64Array,
  least: number,
): { pixels: Uint8ClampedArray; width: number; height: number } {
  const [width, height] = [columns * upscale, rows * upscale];
  const pixels = new Uint8ClampedArray(4 * width * height);
  let most = 0;
  for (const value of off) most = Math.max(most, Math.abs(value));
  if (!(most > NOTHING)) return { pixels, width, height };
  most = Math.max(most, least);
  for (let py = 0; py < height; py++) {
    const [row, v] = cellAt(flipped ? height - 1 - py : py, rows, upscale);
    const below = rows > 1 ? columns : 0;
    const right = columns > 1 ? 1 : 0;
    for (let px = 0; px < width; px++) {
      const [column, u] = cellAt(px, columns, upscale);
      const i = row * columns + column;
      const value =
        (off[i] * (1 - u) + off[i + right] * u) * (1 - v) + (off[i + below] * (1 - u) + off[i + below + right] * u) * v;
      const layer = Math.ceil((LAYERS * Math.abs(value)) / most - NOTHING);
      if (layer === 0 || (value < 0 && (px + py) % STRIPE >= STRIPE / 2)) continue;
      const at = 4 * (py * width + px);
      pixels[at] = tint[0];
      pixels[at + 1] = tint[1];
      pixels[at + 2] = tint[2];
      pixels[at + 3] = (200 * layer) / LAYERS;
    }
  }
  return { pixels, width, height };
}
