import type { Span } from "../syntax";

/** The one number in the script that a value follows from: value = factor × number + offset. */
export interface Driver extends Span {
  kind: "driver";
  /** The definition in whose statement the number stands; null for the statement that is being evaluated. */
  name: string | null;
  factor: number;
  offset: number;
  /** Whether its neighbours would run into another number written there without a space. */
  tightBefore?: boolean;
  tightAfter?: boolean;
}

/** A value that follows from several numbers, or from one in a way that is not undone: the definitions that hold them. */
interface Blend {
  kind: "blend";
  names: string[];
}

/** Where a value comes from; nothing for constants of the notation and for what is measured. */
export type Origin = Driver | Blend;
export type MaybeOrigin = Origin | undefined;

/** Where a point comes from: its coordinates, or a distance and a direction (`now`, in radians) from (x, y). */
export type PointOrigin =
  | { kind: "axes"; x?: Origin; y?: Origin }
  | { kind: "polar"; x: number; y: number; radius?: Origin; angle?: Origin; now: number };

/** A number as it stands in the statement that is being evaluated. */
export function writtenAt({ from, to }: Span, factor = 1): Driver {
  return { kind: "driver", name: null, from, to, factor, offset: 0 };
}

export function scaled(origin: MaybeOrigin, by: number): MaybeOrigin {
  if (origin?.kind !== "driver") return origin;
  return { ...origin, factor: origin.factor * by, offset: origin.offset * by };
}

export function shifted(origin: MaybeOrigin, by: number): MaybeOrigin {
  return origin?.kind === "driver" ? { ...origin, offset: origin.offset + by } : origin;
}

/** The origin of a + b. A number that only stands there gives way to one with a name: the name is what is changed. */
export function ofSum(a: Traced, b: Traced): MaybeOrigin {
  const [p, q] = [a.origin, b.origin];
  if (!q || (isPlain(q) && p && !isPlain(p))) return shifted(p, b.value);
  if (!p || (isPlain(p) && !isPlain(q))) return shifted(q, a.value);
  if (p.kind === "driver" && q.kind === "driver" && p.name !== null && p.name === q.name && p.from === q.from)
    return { ...p, factor: p.factor + q.factor, offset: p.offset + q.offset };
  return blended([p, q]);
}

/** The origin of a × b, by the same rule. */
export function ofProduct(a: Traced, b: Traced): MaybeOrigin {
  const [p, q] = [a.origin, b.origin];
  if (!q || (isPlain(q) && p && !isPlain(p))) return scaled(p, b.value);
  if (!p || (isPlain(p) && !isPlain(q))) return scaled(q, a.value);
  return blended([p, q]);
}

/** The origin of anything that is computed from these in a way that is not undone. */
export function blended(origins: readonly MaybeOrigin[]): MaybeOrigin {
  const known = origins.filter((origin) => origin !== undefined);
  if (known.length === 0) return undefined;
  return { kind: "blend", names: [...new Set(known.flatMap(namesIn))] };
}

/** The origin as seen from another statement, through the name of its definition. */
export function through(name: string, origin: MaybeOrigin): MaybeOrigin {
  if (origin?.kind === "driver") return origin.name === null ? { ...origin, name } : origin;
  return origin && (origin.names.length ? origin : { kind: "blend", names: [name] });
}

/** Where a point's coordinate comes from. */
export function axisOrigin({ origin }: { origin?: PointOrigin }, axis: "x" | "y"): MaybeOrigin {
  return origin?.kind === "polar" ? blended([origin.radius, origin.angle]) : origin?.[axis];
}

/** The definitions that a value follows from, as far as they are others than its own. */
function namesIn(origin: Origin): string[] {
  if (origin.kind === "blend") return origin.names;
  return origin.name === null ? [] : [origin.name];
}

interface Traced {
  value: number;
  origin?: Origin;
}

function isPlain(origin: Origin): boolean {
  return namesIn(origin).length === 0;
}
