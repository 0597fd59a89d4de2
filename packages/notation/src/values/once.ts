/** Makes it once for a label, and anew for another one. */
export function onceFor<T>(make: (label: string) => T): (label: string) => T {
  let made: { label: string; value: T } | null = null;
  return (label) => {
    if (made?.label !== label) made = { label, value: make(label) };
    return made.value;
  };
}

/** Makes it when it is first asked for. */
export function once<T>(make: () => T): () => T {
  let made: { value: T } | null = null;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}
