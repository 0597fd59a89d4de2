import { careful, keepsSign } from "./careful-foot";
import { gaps, xs, ys } from "./memory";
import { both, bytes, clamped, isEither, squares } from "./places";
import { ENTRY, GAP, top } from "./stack";
import {
  ANGLE,
  AT_END,
  AT_START,
  CENTRE,
  CHORD,
  CHORD_LENGTH,
  CIRCLE,
  CONIC,
  CUBED,
  cosOf,
  KIND,
  LINE,
  point,
  REACH,
  SIGN,
  SQUARED,
  see,
  sinOf,
  speed,
  stretchOf,
  turn,
  WAY,
} from "./stretches";
import { dot } from "./vectors";

/** A step of Newton's method of at most this leaves an error of about its square. */
const LAST: f64 = 1 / <f64>(1 << 24);
/** Steps of it before a place is left to others. */
const STEPS: i32 = 6;

/** Writes the distances of a group from the stretches on the stack from some place on; -1 where no short way is certain. */
export function measureCurves(first: i32, last: i32, from: usize, centre: v128, half: v128): void {
  const end = bytes(last);
  for (let at = bytes(first); at < end; at += 16) write(at, end, both(Infinity));
  // The likeliest one first: most places are further from the others then, by their chords.
  let likeliest = from;
  for (let at = from; at < top; at += ENTRY) if (load<f64>(at, GAP) < load<f64>(likeliest, GAP)) likeliest = at;
  const spread = sqrt(dot(half, half));
  if (likeliest < top) offer(stretchOf(load<i32>(likeliest)), bytes(first), end, centre, spread);
  for (let at = from; at < top; at += ENTRY)
    if (at !== likeliest) offer(stretchOf(load<i32>(at)), bytes(first), end, centre, spread);
}

/** Takes a stretch's distance where it is less than what others gave. */
function offer(stretch: usize, first: usize, end: usize, centre: v128, spread: f64): void {
  const kind = load<f64>(stretch, KIND);
  if (kind === LINE) offerLine(stretch, first, end);
  else if (kind === CIRCLE) offerCircle(stretch, first, end);
  else offerCurve(stretch, first, end, centre, spread);
}

function offerLine(stretch: usize, first: usize, end: usize): void {
  const px = v128.load_splat<f64>(stretch);
  const py = v128.load_splat<f64>(stretch, 8);
  const ux = v128.load_splat<f64>(stretch, CHORD);
  const uy = v128.load_splat<f64>(stretch, CHORD + 8);
  const length = v128.load_splat<f64>(stretch, CHORD_LENGTH);
  for (let at = first; at < end; at += 16) {
    const wx = f64x2.sub(v128.load(xs + at), px);
    const wy = f64x2.sub(v128.load(ys + at), py);
    const share = f64x2.pmax(both(0), f64x2.pmin(length, f64x2.add(f64x2.mul(wx, ux), f64x2.mul(wy, uy))));
    const square = squares(f64x2.sub(wx, f64x2.mul(share, ux)), f64x2.sub(wy, f64x2.mul(share, uy)));
    write(at, end, f64x2.pmin(v128.load(gaps + at), f64x2.sqrt(square)));
  }
}

/** An arc of a circle lies to both sides of the direction to its middle: its ends are nearest to what lies beside its wedge. */
function offerCircle(stretch: usize, first: usize, end: usize): void {
  const px = f64x2.add(v128.load_splat<f64>(stretch), v128.load_splat<f64>(stretch, CENTRE));
  const py = f64x2.add(v128.load_splat<f64>(stretch, 8), v128.load_splat<f64>(stretch, CENTRE + 8));
  const radius = v128.load_splat<f64>(stretch, ANGLE);
  const cos = v128.load_splat<f64>(stretch, SQUARED);
  const sin = v128.load_splat<f64>(stretch, SQUARED + 8);
  const endCos = v128.load_splat<f64>(stretch, CUBED);
  const endSin = v128.load_splat<f64>(stretch, CUBED + 8);
  for (let at = first; at < end; at += 16) {
    const dx = f64x2.sub(v128.load(xs + at), px);
    const dy = f64x2.sub(v128.load(ys + at), py);
    const u = f64x2.add(f64x2.mul(dx, cos), f64x2.mul(dy, sin));
    const v = f64x2.abs(f64x2.sub(f64x2.mul(dy, cos), f64x2.mul(dx, sin)));
    const toArc = f64x2.abs(f64x2.sub(f64x2.sqrt(squares(u, v)), radius));
    const toEnd = squares(f64x2.sub(u, f64x2.mul(radius, endCos)), f64x2.sub(v, f64x2.mul(radius, endSin)));
    const isWithin = f64x2.ge(f64x2.mul(u, endSin), f64x2.mul(v, endCos));
    const distance = v128.bitselect(toArc, f64x2.sqrt(toEnd), isWithin);
    write(at, end, f64x2.pmin(v128.load(gaps + at), distance));
  }
}

/**
 * Newton's method for g = (C - p) · C', two places at a time, each from where the foot of the group's middle would move to. It is certain to
 * have one root, or none, where g' = |C'|² + (C - p) · C'' keeps its sign. Its own slope is g'' = 3 C' · C'' + (C - p) · C''', and that of
 * g'' is 3 |C''|² + 4 C' · C''' + (C - p) · C'''', where C'''' is 0, or as long as C'' times the squared angle on a conic section. So over
 * half a stretch g' changes by no more than 1/2 |g''| in the middle and 1/8 of the most that g''' may be. The places of a group that lie within
 * h of its middle change g' by h |C''|, and g'' by h |C'''|.
 */
function offerCurve(stretch: usize, first: usize, end: usize, centre: v128, spread: f64): void {
  const start = v128.load(stretch);
  const middle = f64x2.sub(centre, start);
  const isSimple = keepsSign(stretch, middle, spread);
  let foot: f64 = 0.5;
  if (isSimple)
    for (let step = 0; step < 2; step++) {
      see(stretch, foot);
      const away = f64x2.sub(point, middle);
      foot = max(0, min(1, foot - dot(away, speed) / (dot(speed, speed) + dot(away, turn))));
    }
  see(stretch, foot);
  const slope = dot(speed, speed) + dot(f64x2.sub(point, middle), turn);
  const perX = both(isSimple ? f64x2.extract_lane(speed, 0) / slope : 0);
  const perY = both(isSimple ? f64x2.extract_lane(speed, 1) / slope : 0);
  const middleX = both(f64x2.extract_lane(middle, 0));
  const middleY = both(f64x2.extract_lane(middle, 1));
  const isConic = load<f64>(stretch, KIND) === CONIC;
  const px = v128.load_splat<f64>(stretch);
  const py = v128.load_splat<f64>(stretch, 8);
  const reach = v128.load_splat<f64>(stretch, REACH);
  for (let at = first; at < end; at += 16) {
    const wx = f64x2.sub(v128.load(xs + at), px);
    const wy = f64x2.sub(v128.load(ys + at), py);
    const least = v128.load(gaps + at);
    const ux = v128.load_splat<f64>(stretch, CHORD);
    const uy = v128.load_splat<f64>(stretch, CHORD + 8);
    const length = v128.load_splat<f64>(stretch, CHORD_LENGTH);
    const share = f64x2.pmax(both(0), f64x2.pmin(length, f64x2.add(f64x2.mul(wx, ux), f64x2.mul(wy, uy))));
    const toChord = squares(f64x2.sub(wx, f64x2.mul(share, ux)), f64x2.sub(wy, f64x2.mul(share, uy)));
    const most = f64x2.add(least, reach);
    const isNear = v128.and(f64x2.lt(toChord, f64x2.mul(most, most)), f64x2.ge(least, both(0)));
    if (!isEither(isNear)) continue;
    const ex = f64x2.sub(wx, v128.load_splat<f64>(stretch, WAY));
    const ey = f64x2.sub(wy, v128.load_splat<f64>(stretch, WAY + 8));
    const atStart = f64x2.add(
      f64x2.mul(wx, v128.load_splat<f64>(stretch, AT_START)),
      f64x2.mul(wy, v128.load_splat<f64>(stretch, AT_START + 8)),
    );
    const atEnd = f64x2.add(
      f64x2.mul(ex, v128.load_splat<f64>(stretch, AT_END)),
      f64x2.mul(ey, v128.load_splat<f64>(stretch, AT_END + 8)),
    );
    let square = f64x2.pmin(squares(wx, wy), squares(ex, ey));
    let missing = v128.and(isNear, v128.and(f64x2.gt(atStart, both(0)), f64x2.lt(atEnd, both(0))));
    if (!isSimple) {
      square = carefully(stretch, wx, wy, f64x2.mul(least, least), isNear);
      missing = v128.and(isNear, f64x2.lt(square, both(0)));
    } else if (isEither(missing)) {
      const byX = f64x2.mul(f64x2.sub(wx, middleX), perX);
      const byY = f64x2.mul(f64x2.sub(wy, middleY), perY);
      let s = clamped(f64x2.add(both(foot), f64x2.add(byX, byY)));
      for (let round = 0; round < STEPS; round++) {
        let cx: v128;
        let cy: v128;
        let dx: v128;
        let dy: v128;
        let ddx: v128;
        let ddy: v128;
        const ax = v128.load_splat<f64>(stretch, CUBED);
        const ay = v128.load_splat<f64>(stretch, CUBED + 8);
        const qx = v128.load_splat<f64>(stretch, SQUARED);
        const qy = v128.load_splat<f64>(stretch, SQUARED + 8);
        if (isConic) {
          const angle = v128.load_splat<f64>(stretch, ANGLE);
          const sign = v128.load_splat<f64>(stretch, SIGN);
          const turned = f64x2.mul(angle, f64x2.sub(s, both(0.5)));
          const squared = f64x2.mul(sign, f64x2.mul(turned, turned));
          const cos = cosOf(squared);
          const sin = f64x2.mul(turned, sinOf(squared));
          const counter = f64x2.mul(sign, sin);
          const ox = f64x2.add(f64x2.mul(qx, cos), f64x2.mul(ax, sin));
          const oy = f64x2.add(f64x2.mul(qy, cos), f64x2.mul(ay, sin));
          cx = f64x2.add(v128.load_splat<f64>(stretch, CENTRE), ox);
          cy = f64x2.add(v128.load_splat<f64>(stretch, CENTRE + 8), oy);
          dx = f64x2.mul(angle, f64x2.sub(f64x2.mul(ax, cos), f64x2.mul(qx, counter)));
          dy = f64x2.mul(angle, f64x2.sub(f64x2.mul(ay, cos), f64x2.mul(qy, counter)));
          const inwards = f64x2.neg(f64x2.mul(sign, f64x2.mul(angle, angle)));
          ddx = f64x2.mul(inwards, ox);
          ddy = f64x2.mul(inwards, oy);
        } else {
          const tx = f64x2.mul(s, ax);
          const ty = f64x2.mul(s, ay);
          const vx = v128.load_splat<f64>(stretch, AT_START);
          const vy = v128.load_splat<f64>(stretch, AT_START + 8);
          cx = f64x2.mul(s, f64x2.add(vx, f64x2.mul(s, f64x2.add(qx, tx))));
          cy = f64x2.mul(s, f64x2.add(vy, f64x2.mul(s, f64x2.add(qy, ty))));
          const twiceX = f64x2.add(qx, qx);
          const twiceY = f64x2.add(qy, qy);
          const cubedX = f64x2.mul(both(3), tx);
          const cubedY = f64x2.mul(both(3), ty);
          dx = f64x2.add(vx, f64x2.mul(s, f64x2.add(twiceX, cubedX)));
          dy = f64x2.add(vy, f64x2.mul(s, f64x2.add(twiceY, cubedY)));
          ddx = f64x2.add(twiceX, f64x2.add(cubedX, cubedX));
          ddy = f64x2.add(twiceY, f64x2.add(cubedY, cubedY));
        }
        const awayX = f64x2.sub(cx, wx);
        const awayY = f64x2.sub(cy, wy);
        const g = f64x2.add(f64x2.mul(awayX, dx), f64x2.mul(awayY, dy));
        const rise = f64x2.add(squares(dx, dy), f64x2.add(f64x2.mul(awayX, ddx), f64x2.mul(awayY, ddy)));
        const next = clamped(f64x2.sub(s, f64x2.div(g, rise)));
        const step = f64x2.sub(next, s);
        const half = f64x2.mul(step, both(0.5));
        const isLast = v128.and(missing, f64x2.le(f64x2.abs(step), both(LAST)));
        const lx = f64x2.add(awayX, f64x2.mul(step, f64x2.add(dx, f64x2.mul(half, ddx))));
        const ly = f64x2.add(awayY, f64x2.mul(step, f64x2.add(dy, f64x2.mul(half, ddy))));
        square = v128.bitselect(squares(lx, ly), square, isLast);
        missing = v128.andnot(missing, isLast);
        if (!isEither(missing)) break;
        s = next;
      }
    }
    const distance = v128.bitselect(f64x2.pmin(least, f64x2.sqrt(square)), least, isNear);
    write(at, end, v128.bitselect(both(-1), distance, missing));
  }
}

/** Squared distances of two places, as far as they are less than others, where some are wanted. */
function carefully(stretch: usize, wx: v128, wy: v128, least: v128, areWanted: v128): v128 {
  const wanted = i64x2.bitmask(areWanted);
  const first = f64x2.extract_lane(least, 0);
  const second = f64x2.extract_lane(least, 1);
  return f64x2.replace_lane(
    both(wanted & 1 ? careful(stretch, v128.shuffle<f64>(wx, wy, 0, 2), first) : first),
    1,
    wanted & 2 ? careful(stretch, v128.shuffle<f64>(wx, wy, 1, 3), second) : second,
  );
}

/** Distances of pairs, of which the last may be one alone. */
function write(at: usize, end: usize, distances: v128): void {
  if (at + 8 < end) v128.store(gaps + at, distances);
  else store<f64>(gaps + at, f64x2.extract_lane(distances, 0));
}
