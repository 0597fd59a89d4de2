import { useEffect, useState } from "react";

/** How long, in milliseconds, an evaluation with another value may stand before the control takes that one over. */
const PATIENCE = 1500;

/**
 * A value that a control changes faster than the script is evaluated: the control shows what was set last until the
 * evaluation has caught up with it, however long that takes. `view` is the evaluation that `evaluated` is from.
 */
export function useOwnValue<T extends number | string>(
  evaluated: T,
  view: unknown,
): [shown: T, set: (value: T) => void] {
  const [own, setOwn] = useState<{ value: T; setIn: unknown } | null>(null);
  useEffect(() => {
    if (own === null || view === own.setIn) return;
    // A newer value may have been set since this effect was due: only the one that it is about is given up.
    const giveUp = () => setOwn((now) => (now === own ? null : now));
    if (evaluated === own.value) return giveUp();
    // Another value was evaluated: one set before this one, or something else was written since.
    const timer = setTimeout(giveUp, PATIENCE);
    return () => clearTimeout(timer);
  }, [own, evaluated, view]);
  return [own?.value ?? evaluated, (value) => setOwn({ value, setIn: view })];
}
