import type { Bounds } from "@vertexon/geometry";

const EMPTY: Bounds = { minX: 0, minY: 0, maxX: 320, maxY: 240 };

/** The plan that fits a box: from (0, 0) where that is not far away, in round numbers. */
export function planAround(box: Bounds | null): Bounds {
  if (!box) return EMPTY;
  const [x, y] = [along(box.minX, box.maxX), along(box.minY, box.maxY)];
  return { minX: x[0], maxX: x[1], minY: y[0], maxY: y[1] };
}

/** As the plan's statement has it. */
export function boxText({ minX, minY, maxX, maxY }: Bounds): string {
  const side = (min: number, max: number): string => (min === 0 ? `${max}` : `${min} to ${max}`);
  return `${side(minX, maxX)} by ${side(minY, maxY)}`;
}

export function sizeOf({ minX, minY, maxX, maxY }: Bounds): { width: number; height: number } {
  return { width: maxX - minX, height: maxY - minY };
}

/** Outwards to steps of about a fiftieth of the size; 0 counts in where it is no further than the size away. */
function along(min: number, max: number): [number, number] {
  const size = Math.max(max - min, Math.abs(max) * 1e-9, 1e-9);
  const least = min >= 0 && min <= size ? 0 : min;
  const step = 10 ** Math.floor(Math.log10((max - least) / 50 || 1));
  const round = (value: number): number => Number(value.toPrecision(12));
  const [from, to] = [round(Math.floor(least / step) * step), round(Math.ceil(max / step) * step)];
  return from < to ? [from, to] : [from, from + step];
}
