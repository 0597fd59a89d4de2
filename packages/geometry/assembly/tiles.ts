import { areFewLeft } from "./few-edges";
import { BLOCK, block, blockXs, blockYs, stack } from "./memory";
import { begin, findNearest, heldFrom, narrow, nearest, squared, TINY } from "./near-edges";
import { cutBack, top } from "./stack";
import { seeEdges, writeDistances } from "./tile-edges";
import { dot, pair } from "./vectors";

let reach: f64 = 0;
let isTooNear: bool = false;

/**
 * Distances from samples on a grid of at most a block to the nearest of all edges: exact, by dividing the grid into tiles. Where all is
 * further than `atMost`, it is taken to be that far. Gives whether there may be samples so near that doubles cannot square their
 * distance: these are -1.
 */
export function measureBlock(columns: i32, rows: i32, atMost: f64): bool {
  reach = atMost;
  isTooNear = false;
  begin();
  measureTile(0, columns, 0, rows, stack, 0);
  return isTooNear;
}

/** The samples of some columns and rows, by the entries of the stack from some place on; `hint` is an edge that is near. */
function measureTile(c0: i32, c1: i32, r0: i32, r1: i32, from: usize, hint: i32): void {
  const low = placeOf(c0, r0);
  const high = placeOf(c1 - 1, r1 - 1);
  const centre = f64x2.mul(f64x2.add(low, high), f64x2.splat(0.5));
  const half = f64x2.mul(f64x2.sub(high, low), f64x2.splat(0.5));
  const own = top;
  narrow(from, centre, half, hint);
  const near = nearest;
  const samples = (c1 - c0) * (r1 - r0);
  // No place of the tile is nearer than that.
  if (sqrt(squared) - sqrt(dot(half, half)) > reach) writeReach(c0, c1, r0, r1);
  else if (areFewLeft(own, centre, half, samples)) {
    if (heldFrom(own) > 0) searchDistances(c0, c1, r0, r1, own, near);
    else {
      seeEdges(own, top, centre, half);
      if (writeDistances(c0, c1, r0, r1)) isTooNear = true;
    }
  } else {
    const c = c1 - c0 >= 2 ? (c0 + c1) >> 1 : c1;
    const r = r1 - r0 >= 2 ? (r0 + r1) >> 1 : r1;
    measureTile(c0, c, r0, r, own, near);
    if (c < c1) measureTile(c, c1, r0, r, own, near);
    if (r < r1) measureTile(c0, c, r, r1, own, near);
    if (c < c1 && r < r1) measureTile(c, c1, r, r1, own, near);
  }
  cutBack(own);
}

function writeReach(c0: i32, c1: i32, r0: i32, r1: i32): void {
  for (let r = r0; r < r1; r++) {
    const row = block + ((<usize>(r * BLOCK)) << 3);
    for (let c = c0; c < c1; c++) store<f64>(row + ((<usize>c) << 3), reach);
  }
}

/** Where many edges lie close together, each sample looks for its own. */
function searchDistances(c0: i32, c1: i32, r0: i32, r1: i32, from: usize, hint: i32): void {
  let near = hint;
  for (let r = r0; r < r1; r++) {
    const row = block + ((<usize>(r * BLOCK)) << 3);
    for (let c = c0; c < c1; c++) {
      findNearest(from, top, placeOf(c, r), near);
      near = nearest;
      if (squared <= TINY) isTooNear = true;
      store<f64>(row + ((<usize>c) << 3), squared > TINY ? sqrt(squared) : -1);
    }
  }
}

function placeOf(column: i32, row: i32): v128 {
  return pair(load<f64>(blockXs + ((<usize>column) << 3)), load<f64>(blockYs + ((<usize>row) << 3)));
}
