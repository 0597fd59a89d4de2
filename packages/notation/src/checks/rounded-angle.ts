import { shortNumber } from "../messages/short-number";
import { type Expression, within } from "../syntax";
import type { Checked, Found } from "./finding";

const TURN = 2 * Math.PI;
/** How far a single angle may be off for it to be one that was rounded: half a degree. */
const HALF_DEGREE = Math.PI / 360;

/** Of more turns than this no figure is made: any angle comes near some. */
const MOST_TURNS = 20;

type AngleLiteral = Extract<Expression, { kind: "angle" }>;

/** A rounded angle that is repeated all around, such as 33deg for 360deg / 11, does not meet its start. */
export function checkRoundedAngle({ statement, text, value }: Checked): Found[] {
  const repeated = [...within(statement.value)].flatMap((part) => [...bendsOf(part), ...stepsOf(part)]);
  return repeated.flatMap(({ count, angle }) => {
    const turns = Math.round((count * Math.abs(angle.radians)) / TURN);
    const exact = (turns * TURN) / count;
    const off = Math.abs(Math.abs(angle.radians) - exact);
    if (turns < 1 || turns > MOST_TURNS || off < 1e-12 || off > HALF_DEGREE) return [];
    const [unit, whole] = unitOf(text.slice(angle.from, angle.to));
    const written = `${whole * turns}${unit} / ${count}`;
    const gap = value.type === "shape" && value.trail ? `, with a closing gap of ${shortNumber(value.trail.gap)}` : "";
    return [
      {
        span: angle,
        message: `${count} times ${text.slice(angle.from, angle.to)} is ${shortNumber((count * Math.abs(angle.radians) * whole) / TURN)}${unit}, not ${whole * turns}${unit}: the outline does not meet its start${gap}`,
        mends: [{ label: `Write ${written}`, edits: [{ from: angle.from, to: angle.to, insert: written }] }],
        marks: [],
      },
    ];
  });
}

/** The bends and sweeps in the legs of `count of (…)`. */
function bendsOf(part: Expression): { count: number; angle: AngleLiteral }[] {
  if (part.kind !== "repeat" || part.count.kind !== "number") return [];
  const { value: count } = part.count;
  const legs = part.item.kind === "leg" ? [part.item] : [];
  return legs.flatMap(({ items }) => {
    const angles = items.flatMap(({ name, value }) => (name === "bend" && value.kind === "angle" ? [value] : []));
    return count >= 3 ? angles.map((angle) => ({ count, angle })) : [];
  });
}

/** `k * 33deg` in `each k from 0 to 10: …`. */
function stepsOf(part: Expression): { count: number; angle: AngleLiteral }[] {
  if (part.kind !== "each" || part.step || part.first.kind !== "number" || part.last.kind !== "number") return [];
  const count = part.last.value - part.first.value + 1;
  if (!Number.isInteger(count) || count < 3) return [];
  return [...within(part.body)].flatMap((inner) => {
    if (inner.kind !== "arithmetic" || inner.operator !== "*") return [];
    const { left, right } = inner;
    for (const [name, angle] of [
      [left, right],
      [right, left],
    ])
      if (name.kind === "name" && name.name === part.name && angle.kind === "angle") return [{ count, angle }];
    return [];
  });
}

function unitOf(literal: string): [unit: string, whole: number] {
  if (literal.endsWith("rad")) return [" * 1rad", TURN];
  return literal.endsWith("turn") ? ["turn", 1] : ["deg", 360];
}
