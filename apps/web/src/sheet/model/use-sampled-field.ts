import type { Grid } from "@vertexon/geometry";
import { reasonOf } from "@vertexon/notation";
import { useCallback, useEffect, useRef, useState } from "react";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";

export interface SampledField {
  /** All samples, row by row; null until the last one is there. */
  values: Float64Array | null;
  least: number;
  greatest: number;
  /** Milliseconds of one core that the sampling took. */
  took: number;
  /** How much of it is there, 0 to 1. */
  done: number;
  state: "running" | "stopped" | "done";
  problem: string | null;
  stop(): void;
  again(): void;
}

/** Rows are shared out in 16 parts at most, none with fewer than 20,000 samples. */
const PARTS = 16;
const FEWEST = 20_000;

type Found = Pick<SampledField, "values" | "least" | "greatest" | "took" | "done" | "problem">;
const NOTHING: Found = { values: null, least: 0, greatest: 0, took: 0, done: 0, problem: null };

/** Samples a field on all cores: its rows in parts, each asked of the next worker that is free. */
export function useSampledField(
  thread: SheetThread | null,
  view: SheetView,
  name: string,
  grid: Grid | null,
): SampledField {
  const [found, setFound] = useState<Found>(NOTHING);
  const [state, setState] = useState<SampledField["state"]>("running");
  const [round, setRound] = useState(0);
  const cancel = useRef(() => {});
  // biome-ignore lint/correctness/useExhaustiveDependencies: `round` asks once more
  useEffect(() => {
    if (!thread || !grid) return;
    const { columns, rows } = grid;
    const parts = Math.max(1, Math.min(PARTS, rows, Math.ceil((columns * rows) / FEWEST)));
    const values = new Float64Array(columns * rows);
    let [isOpen, done, took] = [true, 0, 0];
    const askings = Array.from({ length: parts }, (_, k) => {
      const [from, to] = [k, k + 1].map((part) => Math.round((part * rows) / parts));
      const asking = thread.askLong(view, "fieldRows", { name, from, to }, () => {});
      asking?.answer.then(
        (part) => {
          if (!isOpen || !part) return;
          values.set(part.values, from * columns);
          took += part.took;
          if (++done < parts) return setFound({ ...NOTHING, done: done / parts });
          setFound({ values, ...extremesOf(values), took, done: 1, problem: null });
          setState("done");
        },
        (error) => isOpen && setFound({ ...NOTHING, problem: reasonOf(error) }),
      );
      return asking;
    });
    setState("running");
    // What was sampled before belongs to another grid, or to another shape.
    setFound(NOTHING);
    cancel.current = () => {
      isOpen = false;
      for (const asking of askings) asking?.cancel();
    };
    return () => cancel.current();
  }, [thread, view, name, grid, round]);
  const stop = useCallback(() => {
    cancel.current();
    setState("stopped");
  }, []);
  const again = useCallback(() => setRound((before) => before + 1), []);
  return { ...found, state, stop, again };
}

function extremesOf(values: Float64Array): { least: number; greatest: number } {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (value < least) least = value;
    if (value > greatest) greatest = value;
  }
  return { least, greatest };
}
