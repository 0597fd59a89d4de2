import { bytes, slotAt } from "./places";

/**
 * The least value of copies of a shape at a list of places. The plane, as the copy sees it that is about nearest to a place (its own copy),
 * is parted into cells, and a table tells for each which copies may have the least value in it. Most places ask one copy only.
 *
 * Slots, counted from the first free one: 0 and 1 the x and y of places in the frame of the first copy of their cells; 2 and 3 what tells
 * their own copies; 4 the codes of their cells; 5 the indices of places that several copies are asked for; 6 those of far places, which are
 * in no cell with a list. Of places that are shown to a later copy: 7 and 8 their x and y, 9 their indices, 10 their values. 11: runs.
 */
export const NEAR_X: i32 = 0;
export const NEAR_Y: i32 = 1;
export const OWN: i32 = 2;
const CODES: i32 = 4;
const SEVERAL: i32 = 5;
const FAR: i32 = 6;
const SHOWN_X: i32 = 7;
const SHOWN_Y: i32 = 8;
export const SHOWN: i32 = 9;
export const VALUES: i32 = 10;

/** All cells, the code of each and a block around it that has the same; a table of the copies; and lists of copies. */
let cells: usize = 0;
export let table: usize = 0;
let lists: usize = 0;

export function setCells(ofCells: usize, ofTable: usize, ofLists: usize): void {
  cells = ofCells;
  table = ofTable;
  lists = ofLists;
}

/** Codes of cells: where their list begins, if there is one, and in the last bits the first copy. Below 0: not yet known, far. */
const COPY_BITS: i32 = 12;
const IS_UNKNOWN: i32 = -1;

/** How many places several copies are asked for, and how many are far. */
export let several: i32 = 0;
export let far: i32 = 0;
/** How many places are shown. */
export let shown: i32 = 0;

let codes: usize = 0;
let severals: usize = 0;
let fars: usize = 0;

export function beginCells(slot: i32): void {
  several = 0;
  far = 0;
  codes = slotAt(slot + CODES);
  severals = slotAt(slot + SEVERAL);
  fars = slotAt(slot + FAR);
}

/** What is returned where there is no cell that has to be learnt first. */
export const NONE: i32 = -1;

/** One of two cells that has to be learnt, or none. */
export function unknownOf(a: i32, b: i32): i32 {
  if (codeOf(a) === IS_UNKNOWN) return a;
  return codeOf(b) === IS_UNKNOWN ? b : NONE;
}

export function codeOf(cell: i32): i32 {
  return load<i32>(cells + ((<usize>cell) << 3));
}

export function isUnknown(code: i32): bool {
  return code === IS_UNKNOWN;
}

/** Where the list of copies that a code names begins: their number, and then they. */
export function listAt(code: i32): usize {
  return numberAt(lists, code >>> COPY_BITS);
}

/** The code of a place's cell, by which the place is listed; a place is far where it is not within all cells. Below 0 there is no code. */
export function codeAt(place: i32, cell: i32, isWithin: bool): i32 {
  const code = codeOf(cell);
  if (code >= 0 && isWithin) {
    if (isSeveral(code)) listSeveral(place, code);
    return code;
  }
  store<i32>(numberAt(fars, far++), place);
  return -1;
}

/** Whether a code names several copies. */
export function isSeveral(code: i32): bool {
  return code >= 1 << COPY_BITS;
}

/** The first copy that a code names; some copy where there is no code. */
export function firstOf(code: i32): i32 {
  return code < 0 ? 0 : code & ((1 << COPY_BITS) - 1);
}

/** Lists a place that several copies are asked for. */
export function listSeveral(place: i32, code: i32): void {
  store<i32>(numberAt(codes, place), code);
  store<i32>(numberAt(severals, several++), place);
}

/** The first and the last column of a block around a cell that has the same code. */
export function firstColumn(cell: i32): i32 {
  return load<u8>(cells + ((<usize>cell) << 3), 4);
}

export function lastColumn(cell: i32): i32 {
  return load<u8>(cells + ((<usize>cell) << 3), 5);
}

/** And its rows. */
export function firstRow(cell: i32): i32 {
  return load<u8>(cells + ((<usize>cell) << 3), 6);
}

export function lastRow(cell: i32): i32 {
  return load<u8>(cells + ((<usize>cell) << 3), 7);
}

let shownX: usize = 0;
let shownY: usize = 0;
let shownPlaces: usize = 0;

export function beginShown(slot: i32): void {
  shown = 0;
  codes = slotAt(slot + CODES);
  severals = slotAt(slot + SEVERAL);
  shownX = slotAt(slot + SHOWN_X);
  shownY = slotAt(slot + SHOWN_Y);
  shownPlaces = slotAt(slot + SHOWN);
}

export function severalOf(i: i32): i32 {
  return load<i32>(numberAt(severals, i));
}

/** Keeps a place in the list of those that several copies are asked for, behind others that were kept. */
export function keepSeveral(i: i32, place: i32): void {
  store<i32>(numberAt(severals, i), place);
}

/** Where the list of a place's copies begins. */
export function listOf(place: i32): usize {
  return listAt(load<i32>(numberAt(codes, place)));
}

/** Shows a place to a copy. */
export function show(u: f64, v: f64, place: i32): void {
  store<f64>(shownX + bytes(shown), u);
  store<f64>(shownY + bytes(shown), v);
  store<i32>(numberAt(shownPlaces, shown), place);
  shown++;
}

/** Where the x, and the y, of places that are shown next are to be written. */
export function nextX(): usize {
  return shownX + bytes(shown);
}

export function nextY(): usize {
  return shownY + bytes(shown);
}

/** Counts places that were written there. */
export function countShown(places: i32): void {
  shown += places;
}

/** Where the number i of a list of whole numbers lies. */
export function numberAt(list: usize, i: i32): usize {
  return list + ((<usize>i) << 2);
}

/** The squared distance from the interval −half to half. */
export function squaredGap(x: f64, half: f64): f64 {
  const gap = Math.abs(x) - half;
  return gap > 0 ? gap * gap : 0;
}
