/** For computations of up to this size, the object that is kept does the work; larger ones would leave it with more than it is worth. */
const LARGEST = 4096;

/**
 * The working objects of one kind: one is kept, with the arrays that it grew, and used again by the next computation.
 *
 * It also keeps compiled code from being thrown away. V8 compiles code for the hidden classes of the objects that it meets. When a
 * garbage collection finds no object of such a class any more, the class is forgotten, and so is the code. A large arrangement
 * works with few objects that live for one call, and with typed arrays that cause several collections in it: without one that
 * stays, the next call would find its code gone, and take up to five times as long until it is compiled again.
 */
export class WorkObjects<T> {
  private kept: T | null = null;

  constructor(private readonly make: () => T) {}

  /** An object for a computation of some size, with whatever the last one left in it; who asks meanwhile gets another one. */
  take(size: number): T {
    const object = this.kept ?? this.make();
    this.kept = size > LARGEST ? object : null;
    return size > LARGEST ? this.make() : object;
  }

  /** Gives an object back. One that is not given back, because the work broke off, is no loss. */
  giveBack(object: T): void {
    this.kept ??= object;
  }
}

/**
 * Loops over a million edges go on in functions for so many at once. A function that is entered once for all of them runs in
 * slow code until V8 replaces it on the way, and is not remembered as compiled the next time.
 */
export const AT_ONCE = 4096;
