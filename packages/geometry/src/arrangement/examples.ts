import { keepExamples } from "../memory";
import type { Ring } from "../polygon";
import { arrange, type Region } from "./arrange";
import { select } from "./output/select";

/** From so many vertices on there may be a million crossings; the first time they take longer than the examples do. */
const MANY = 2500;

let hasExamples = false;

/**
 * Before the first arrangement that may be large, makes two small ones, the objects of which are kept (see kept.ts): many crossings of
 * long edges, and an outline with a copy that rounding makes another one.
 */
export function keepExamplesFor(operands: readonly { rings: readonly Ring[] }[]): void {
  if (hasExamples) return;
  let vertices = 0;
  for (const { rings } of operands) for (const ring of rings) vertices += ring.length / 2;
  if (vertices < MANY) return;
  hasExamples = true;
  const lines = Array.from({ length: 5 }, (_, k) => k + 100.3);
  const upright = lines.map((x) => Float64Array.of(x, 99, x + 0.5, 99.1, x + 0.7, 106, x, 106.2));
  const across = lines.map((y) => Float64Array.of(99, y, 106, y + 0.2, 106.3, y + 0.6, 99.1, y + 0.4));
  const round = Float64Array.from({ length: 120 }, (_, k) => 100 + Math.sin((k >> 1) / 9.5 + ((k & 1) * Math.PI) / 2));
  const copy = round.map((value, k) => value + ((k * 7) % 5) * 1.5e-14);
  const region = (...rings: Ring[]): Region => ({ rings, fillRule: "nonzero" });
  keepExamples(() => {
    select(arrange([region(...upright), region(...across)]), ([a, b]) => a || b);
    select(arrange([region(round), region(copy)]), ([a, b]) => a || b);
  });
}
