import { compose, rotation, scaling, translation } from "@vertexon/geometry";
import type { Shape } from "./shape";

export function moved(shape: Shape, dx: number, dy: number): Shape {
  return shape.mapped(translation(dx, dy), 1);
}

export function rotated(shape: Shape, angle: number, about: { x: number; y: number }): Shape {
  return shape.mapped(rotation(angle, about.x, about.y), 1);
}

export function scaled(shape: Shape, sx: number, sy: number, about: { x: number; y: number }): Shape {
  return shape.mapped(scaling(sx, sy, about.x, about.y), Math.max(Math.abs(sx), Math.abs(sy)));
}

/** Sheared: x moves with y by the first angle, y with x by the second. */
export function skewed(shape: Shape, x: number, y: number, about: { x: number; y: number }): Shape {
  const [c, b] = [Math.tan(x), Math.tan(y)];
  const stretch = 1 + Math.max(Math.abs(b), Math.abs(c));
  return shape.mapped({ a: 1, b, c, d: 1, e: -c * about.y, f: -b * about.x }, stretch);
}

/** Mirrored in the line through a point in a direction. */
export function mirrored(shape: Shape, direction: number, about: { x: number; y: number }): Shape {
  const turnBack = rotation(-direction, about.x, about.y);
  const flip = scaling(1, -1, about.x, about.y);
  return shape.mapped(compose(compose(turnBack, flip), rotation(direction, about.x, about.y)), 1);
}
