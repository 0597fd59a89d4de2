import { createContext, useCallback, useContext, useState } from "react";

/** What a panel keeps while it is away, by a name of its own, for as long as the sheet is open. */
export const KeptContext = createContext(new Map<string, unknown>());

/** As useState, but found again when the panel comes back. */
export function useKept<T>(name: string, initial: T): [T, (value: T) => void] {
  const kept = useContext(KeptContext);
  const [value, setValue] = useState<T>(kept.has(name) ? (kept.get(name) as T) : initial);
  const keep = useCallback(
    (next: T) => {
      kept.set(name, next);
      setValue(next);
    },
    [kept, name],
  );
  return [value, keep];
}
