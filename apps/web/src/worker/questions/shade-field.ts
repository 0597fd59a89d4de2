export interface FieldRequest {
  /** The corner of least x and y, the size of a sample's cell, and the samples. */
  x: number;
  y: number;
  cell: number;
  columns: number;
  rows: number;
  /** Pixels a cell, each way. */
  upscale: number;
  interval: number;
  reach: number;
  flipped: boolean;
  tint: [number, number, number];
}

/** How strongly the deepest layer is tinted, and what is deeper than the shallowest one that is in view, where that is not the first. */
const DEEPEST = 0.8;
const DEEP = 0.3;

/**
 * Signed distances as pixels: inside in layers that deepen with every interval, outside nothing. Between samples the
 * distance is interpolated, so that the layers' edges are smooth to a fraction of a pixel.
 */
export function shadeField(
  { columns, rows, cell, upscale, interval, flipped, tint, reach }: FieldRequest,
  values: Float64Array,
): { pixels: Uint8ClampedArray; width: number; height: number } {
  const width = columns * upscale;
  const height = rows * upscale;
  const pixels = new Uint8ClampedArray(4 * width * height);
  const pixel = cell / upscale;
  const strength = strengths(values, interval, reach);
  for (let py = 0; py < height; py++) {
    const [row, v] = cellAt(py, rows, upscale);
    const line = (flipped ? height - 1 - py : py) * width;
    for (let px = 0; px < width; px++) {
      const [column, u] = cellAt(px, columns, upscale);
      const i = row * columns + column;
      const below = rows > 1 ? i + columns : i;
      const right = columns > 1 ? 1 : 0;
      const d =
        (values[i] * (1 - u) + values[i + right] * u) * (1 - v) +
        (values[below] * (1 - u) + values[below + right] * u) * v;
      if (d >= pixel) continue;
      // Depth in layers; the step between two layers is spread over one pixel.
      const depth = Math.max(0, Math.min(-d, reach) / interval);
      const layer = Math.floor(depth) + 1;
      const into = Math.min(1, (depth - Math.floor(depth)) * (interval / pixel));
      const shade = strength(layer - 1) * (1 - into) + strength(layer) * into;
      const edge = d > 0 ? 0 : 1;
      const at = 4 * (line + px);
      pixels[at] = tint[0];
      pixels[at + 1] = tint[1];
      pixels[at + 2] = tint[2];
      pixels[at + 3] = 255 * shade * edge;
    }
  }
  return { pixels, width, height };
}

/** How strongly layers are tinted, by their numbers from 1 at the boundary: the more the deeper, over those that are in view. */
function strengths(values: Float64Array, interval: number, reach: number): (layer: number) => number {
  let [shallowest, deepest] = [Number.POSITIVE_INFINITY, 0];
  for (const value of values) {
    if (value >= 0) continue;
    shallowest = Math.min(shallowest, -value);
    deepest = Math.max(deepest, -value);
  }
  if (deepest === 0) return () => 0;
  const before = Math.floor(Math.min(shallowest, reach) / interval);
  const layers = Math.max(1, Math.ceil(Math.min(deepest, reach) / interval) - before);
  const least = before > 0 ? DEEP : 0;
  return (layer) => least + ((DEEPEST - least) * Math.max(0, Math.min(layers, layer - before))) / layers;
}

/** The sample before a pixel's centre, kept within the grid, and the way to the next one from 0 to 1. */
export function cellAt(pixel: number, count: number, upscale: number): [number, number] {
  if (count < 2) return [0, 0];
  const at = (pixel + 0.5) / upscale - 0.5;
  const index = Math.max(0, Math.min(count - 2, Math.floor(at)));
  return [index, Math.max(0, Math.min(1, at - index))];
}
