import {
  along,
  both,
  bytes,
  FOUR,
  factor,
  from,
  keepFactor,
  length,
  placeX,
  placeY,
  setPlaces,
  slotAt,
  TWO,
} from "./places";

/** Values of two slots are joined into the first: the lesser one of each two. */
export function lesser(count: i32, slot: i32, second: i32): void {
  const to = slotAt(slot);
  const other = slotAt(second);
  for (let at: usize = 0; at < bytes(count); at += 16)
    v128.store(to + at, f64x2.pmin(v128.load(to + at), v128.load(other + at)));
}

export function greater(count: i32, slot: i32, second: i32): void {
  const to = slotAt(slot);
  const other = slotAt(second);
  for (let at: usize = 0; at < bytes(count); at += 16)
    v128.store(to + at, f64x2.pmax(v128.load(to + at), v128.load(other + at)));
}

/** The greater of the lesser one, and of the greater one turned over. */
export function oneOnly(count: i32, slot: i32, second: i32): void {
  const to = slotAt(slot);
  const other = slotAt(second);
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const a = v128.load(to + at);
    const b = v128.load(other + at);
    v128.store(to + at, f64x2.pmax(f64x2.pmin(a, b), f64x2.neg(f64x2.pmax(a, b))));
  }
}

/** The lesser, and less than that where the two differ by less than a radius; as blend.ts says. */
export function parabolaBlend(count: i32, slot: i32, second: i32, radius: f64): void {
  const to = slotAt(slot);
  const other = slotAt(second);
  keepFactor(radius > 0 ? 1 / (4 * radius) : 0);
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const a = v128.load(to + at);
    const b = v128.load(other + at);
    const reach = f64x2.pmax(both(0), f64x2.sub(both(radius), f64x2.abs(f64x2.sub(a, b))));
    v128.store(to + at, f64x2.sub(f64x2.pmin(a, b), f64x2.mul(f64x2.mul(reach, reach), factor)));
  }
}

export function circleBlend(count: i32, slot: i32, second: i32, radius: f64): void {
  const to = slotAt(slot);
  const other = slotAt(second);
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const a = v128.load(to + at);
    const b = v128.load(other + at);
    const p = f64x2.sub(both(radius), a);
    const q = f64x2.sub(both(radius), b);
    const areNear = v128.and(f64x2.gt(p, both(0)), f64x2.gt(q, both(0)));
    v128.store(to + at, v128.bitselect(f64x2.sub(both(radius), length(p, q)), f64x2.pmin(a, b), areNear));
  }
}

export function turnOver(count: i32, slot: i32): void {
  const to = slotAt(slot);
  for (let at: usize = 0; at < bytes(count); at += 16) v128.store(to + at, f64x2.neg(v128.load(to + at)));
}

/** Less by some length, of the values or of their sizes. */
export function less(count: i32, slot: i32, by: f64): void {
  const to = slotAt(slot);
  for (let at: usize = 0; at < bytes(count); at += 16) v128.store(to + at, f64x2.sub(v128.load(to + at), both(by)));
}

export function sizeLess(count: i32, slot: i32, by: f64): void {
  const to = slotAt(slot);
  for (let at: usize = 0; at < bytes(count); at += 16)
    v128.store(to + at, f64x2.sub(f64x2.abs(v128.load(to + at)), both(by)));
}

/** Places are seen from a shape that was moved by (e, f), turned and scaled: along (a, b) and (c, d). They lie in a slot and the next. */
export function seePlaces(count: i32, slot: i32, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64): void {
  const toX = slotAt(slot);
  const toY = slotAt(slot + 1);
  writeSeen(count, toX, toY, a, b, c, d, e, f);
  setPlaces(toX, toY);
}

export function writeSeen(count: i32, toX: usize, toY: usize, a: f64, b: f64, c: f64, d: f64, e: f64, f: f64): void {
  keepFactor(1 / (a * a + b * b));
  const per = factor;
  const xs = placeX;
  const ys = placeY;
  for (let at: usize = 0; at < bytes(count); at += FOUR) {
    const dx = from(xs + at, e);
    const dy = from(ys + at, f);
    const nextX = from(xs + at + TWO, e);
    const nextY = from(ys + at + TWO, f);
    v128.store(toX + at, f64x2.mul(along(dx, dy, both(a), both(b)), per));
    v128.store(toX + at, f64x2.mul(along(nextX, nextY, both(a), both(b)), per), TWO);
    v128.store(toY + at, f64x2.mul(along(dx, dy, both(c), both(d)), per));
    v128.store(toY + at, f64x2.mul(along(nextX, nextY, both(c), both(d)), per), TWO);
  }
}

/** Values of a slot, scaled. */
export function scaled(count: i32, slot: i32, scale: f64): void {
  const to = slotAt(slot);
  for (let at: usize = 0; at < bytes(count); at += 16) v128.store(to + at, f64x2.mul(v128.load(to + at), both(scale)));
}

/** Raises values to the distance from a box where that is greater. */
export function noNearer(count: i32, slot: i32, minX: f64, minY: f64, maxX: f64, maxY: f64): void {
  const to = slotAt(slot);
  for (let at: usize = 0; at < bytes(count); at += 16) {
    const x = v128.load(placeX + at);
    const y = v128.load(placeY + at);
    const dx = f64x2.pmax(both(0), f64x2.pmax(f64x2.sub(both(minX), x), f64x2.sub(x, both(maxX))));
    const dy = f64x2.pmax(both(0), f64x2.pmax(f64x2.sub(both(minY), y), f64x2.sub(y, both(maxY))));
    const value = v128.load(to + at);
    const gap = length(dx, dy);
    v128.store(to + at, v128.bitselect(gap, value, f64x2.gt(gap, f64x2.pmax(both(0), value))));
  }
}
