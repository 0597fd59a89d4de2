/** Samples along a side of a block. */
export const BLOCK: i32 = 256;

/** Where a block's samples stand, and their distances, row by row. */
export let blockXs: usize = 0;
export let blockYs: usize = 0;
export let block: usize = 0;

export let edgeCount: i32 = 0;
export let boxCount: i32 = 0;
/** Boxes up to here hold edges, all others boxes. */
export let leafCount: i32 = 0;
/** ax ay bx by an edge. */
export let edges: usize = 0;
/** One over the squared length of each edge, or 0 where that has lost digits. */
export let perSquare: usize = 0;
/** minX minY maxX maxY a box, level by level. */
export let sides: usize = 0;
/** Of each box the first child, where its children end, and how many edges it holds: four numbers, the last one unused. */
export let children: usize = 0;

export let xs: usize = 0;
export let ys: usize = 0;
/** The numbers of points, those of a part next to each other. */
export let order: usize = 0;
/** An edge for each point, and its distance from that. */
export let found: usize = 0;
export let gaps: usize = 0;
/** Where runs of points begin. */
export let begins: usize = 0;

/** Behind all tables: a stack that grows. */
export let stack: usize = 0;

let end: usize = 0;
/** Where memory ends. */
let limit: usize = 0;

/** Makes tables for numbers of edges and boxes, and for a greatest number of points. */
export function place(edgesWanted: i32, boxesWanted: i32, leaves: i32, points: i32): void {
  edgeCount = edgesWanted;
  boxCount = boxesWanted;
  leafCount = leaves;
  end = __heap_base;
  // Places are read in pairs, one more than there may be.
  blockXs = carve((BLOCK + 1) * 8);
  blockYs = carve(BLOCK * 8);
  block = carve(BLOCK * BLOCK * 8);
  edges = carve(<usize>edgesWanted * 32);
  perSquare = carve(<usize>edgesWanted * 8);
  sides = carve(<usize>boxesWanted * 32);
  children = carve(<usize>boxesWanted * 16);
  xs = carve(<usize>(points + 1) * 8);
  ys = carve(<usize>(points + 1) * 8);
  order = carve(<usize>points * 4);
  found = carve(<usize>points * 4);
  gaps = carve(<usize>(points + 1) * 8);
  begins = carve(<usize>points * 4);
  // At whole lines of the processor's memory: lists are read faster.
  stack = (end + 63) & ~63;
  limit = (<usize>memory.size()) << 16;
  reserve(stack, 0x10000);
}

/** Makes sure that there is memory for some bytes from a place on. */
export function reserve(from: usize, bytes: usize): void {
  if (from + bytes > limit) grow(from + bytes);
}

function grow(wanted: usize): void {
  const missing = <i32>((wanted + 0xffff) >>> 16) - memory.size();
  // Twice as much each time, so that it happens seldom.
  if (memory.grow(max(missing, memory.size())) < 0 && memory.grow(missing) < 0) unreachable();
  limit = (<usize>memory.size()) << 16;
}

/** Room at a multiple of sixteen bytes. */
function carve(bytes: usize): usize {
  const at = end;
  end = (at + bytes + 15) & ~15;
  return at;
}
