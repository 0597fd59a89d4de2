import { reserve, stack } from "./memory";

/** Bytes of an entry: what may be nearest, by a number, and 8 bytes on how far it is. */
export const ENTRY: usize = 16;
export const GAP: usize = 8;

/** The end of the stack. */
export let top: usize = 0;

export function clear(): void {
  top = stack;
}

export function push(id: i32): void {
  reserve(top, ENTRY);
  store<i32>(top, id);
  top += ENTRY;
}

/** Takes entries back, down to a place. */
export function cutBack(to: usize): void {
  top = to;
}

/** How many entries there are from a place on. */
export function entriesFrom(from: usize): i32 {
  return <i32>((top - from) / ENTRY);
}
