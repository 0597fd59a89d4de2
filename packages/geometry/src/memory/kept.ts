/**
 * One example of each kind of object that large computations are made with.
 *
 * V8 compiles code for the hidden classes of the objects that it meets. When a garbage collection finds no object of such a
 * class any more, the class is forgotten, and so is the code. A large arrangement works with few objects that live for one
 * call, and with typed arrays that cause several collections in it: the next call would find its code gone, and spend a
 * quarter of its time until it is compiled again. So an example of each class stays, all of them from small inputs.
 */
const examples: object[] = [];
let isExample = false;

/** Keeps an object, if it is an example. */
export function kept<T extends object>(object: T): T {
  if (isExample) examples.push(object);
  return object;
}

/** Keeps all that some small computation marks as {@link kept}. */
export function keepExamples(compute: () => void): void {
  isExample = true;
  try {
    compute();
  } finally {
    isExample = false;
  }
}

/**
 * Loops over a million edges go on in functions for so many at once. A function that is entered once for all of them runs in
 * slow code until V8 replaces it on the way, and is not remembered as compiled the next time.
 */
export const AT_ONCE = 4096;
