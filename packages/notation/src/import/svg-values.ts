import { type Affine, compose, rotation, scaling, translation } from "@vertexon/geometry";
import type { LengthUnit } from "../syntax";
import { toPlanUnits } from "../values/lengths";

const NUMBER = /[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi;

export interface Viewport {
  width: number;
  height: number;
}

/** All numbers of a list separated by white space and commas, up to the first thing that is none. */
export function numbersIn(text: string): { numbers: number[]; complete: boolean } {
  const numbers: number[] = [];
  let end = 0;
  NUMBER.lastIndex = 0;
  for (let match = NUMBER.exec(text); match; match = NUMBER.exec(text)) {
    if (!/^[\s,]*$/.test(text.slice(end, match.index))) break;
    numbers.push(Number(match[0]));
    end = match.index + match[0].length;
  }
  return { numbers, complete: /^[\s,]*$/.test(text.slice(end)) };
}

/**
 * A length of SVG in user units, or null when it is not valid or in a unit that depends on a font. Percentages are of
 * the viewport's width, height or normalised diagonal (SVG 2, section 8.9).
 */
export function lengthOf(text: string, of: "width" | "height" | "diagonal", viewport: Viewport): number | null {
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i.exec(text);
  if (!match) return null;
  const value = Number(match[1]);
  const unit = match[2];
  if (unit === "") return value;
  if (unit !== "%") return toPlanUnits(value, unit.toLowerCase() as LengthUnit, "px", 96);
  const whole = of === "diagonal" ? Math.hypot(viewport.width, viewport.height) / Math.SQRT2 : viewport[of];
  return (value / 100) * whole;
}

/** The `transform` attribute (SVG 2, section 8.5) as one map, or null when it is not valid. */
export function transformOf(text: string): Affine | null {
  let map: Affine = translation(0, 0);
  const item = /[\s,]*([A-Za-z]+)\s*\(([^)]*)\)/y;
  let end = 0;
  for (let match = item.exec(text); match; match = item.exec(text)) {
    end = item.lastIndex;
    const { numbers, complete } = numbersIn(match[2]);
    const next = complete ? namedTransform(match[1], numbers) : null;
    if (!next) return null;
    map = compose(next, map);
  }
  return /^[\s,]*(?:none)?\s*$/.test(text.slice(end)) ? map : null;
}

function namedTransform(name: string, n: readonly number[]): Affine | null {
  const radians = ((n[0] ?? 0) * Math.PI) / 180;
  switch (`${name} ${n.length}`) {
    case "matrix 6":
      return { a: n[0], b: n[1], c: n[2], d: n[3], e: n[4], f: n[5] };
    case "translate 1":
    case "translate 2":
      return translation(n[0], n[1] ?? 0);
    case "scale 1":
    case "scale 2":
      return scaling(n[0], n[1] ?? n[0]);
    case "rotate 1":
      return rotation(radians);
    case "rotate 3":
      return rotation(radians, n[1], n[2]);
    case "skewX 1":
      return { ...translation(0, 0), c: Math.tan(radians) };
    case "skewY 1":
      return { ...translation(0, 0), b: Math.tan(radians) };
    default:
      return null;
  }
}

/** From the coordinates of a viewBox to its viewport's (SVG 2, section 8.2); null when there is nothing to draw. */
export function viewBoxMap(
  viewBox: string,
  aspect: string,
  viewport: Viewport,
): { map: Affine; inner: Viewport } | null {
  const { numbers, complete } = numbersIn(viewBox);
  const [x, y, width, height] = numbers;
  if (numbers.length !== 4 || !complete || !(width > 0) || !(height > 0)) return null;
  const [sx, sy] = [viewport.width / width, viewport.height / height];
  const words = aspect.trim().split(/\s+/);
  const align = /^x(Min|Mid|Max)Y(Min|Mid|Max)$/.exec(words[0]) ?? (words[0] === "none" ? null : ["", "Mid", "Mid"]);
  const inner = { width, height };
  if (!align) return { map: compose(translation(-x, -y), scaling(sx, sy)), inner };
  const scale = words[1] === "slice" ? Math.max(sx, sy) : Math.min(sx, sy);
  const share = { Min: 0, Mid: 0.5, Max: 1 };
  const dx = share[align[1] as "Min"] * (viewport.width - scale * width);
  const dy = share[align[2] as "Min"] * (viewport.height - scale * height);
  return { map: compose(compose(translation(-x, -y), scaling(scale, scale)), translation(dx, dy)), inner };
}
