import { useEffect, useState } from "react";

/**
 * A value that a control changes faster than the script is evaluated: the control shows what was set last until the
 * evaluation has caught up with it.
 */
export function useOwnValue(evaluated: number): [shown: number, set: (value: number) => void] {
  const [own, setOwn] = useState<number | null>(null);
  useEffect(() => {
    if (own === null) return;
    if (evaluated === own) return setOwn(null);
    const timer = setTimeout(() => setOwn(null), 1500); // the edit was refused, or something else was written
    return () => clearTimeout(timer);
  }, [own, evaluated]);
  return [own ?? evaluated, setOwn];
}
