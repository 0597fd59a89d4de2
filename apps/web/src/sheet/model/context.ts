import type { Context } from "react";
import { createContext, useContext } from "react";

/** A context that must be given before it is used. */
export function neededContext<T>(): [Context<T | null>, () => T] {
  const context = createContext<T | null>(null);
  return [
    context,
    () => {
      const value = useContext(context);
      if (value === null) throw new Error("used outside of its provider");
      return value;
    },
  ];
}
