import type { Grid } from "@vertexon/geometry";
import { useMemo } from "react";
import type { SampleWindow } from "@/worker/questions/field-samples";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import type { Layer } from "../model/layers";
import { useQuestion } from "../model/use-question";
import { type Camera, visible } from "./camera";

/** Samples that are in view; their values where there is room to read them. */
export interface SampleValues {
  grid: Grid;
  window: SampleWindow;
  values: Float64Array | null;
}

/** Pixels between neighbouring samples: at least this for points to be drawn, and this for their values. */
const POINTS = 7;
const NUMBERS = 46;

/** The samples in view, with their values where there is room for them; null where samples lie too close to be drawn. */
export function useSampleValues(
  thread: SheetThread,
  view: SheetView,
  layers: readonly Layer[],
  camera: Camera | null,
): SampleValues | null {
  const sampled = layers.findLast((layer) => layer.sampled)?.sampled ?? null;
  const window = useMemo(() => camera && sampled && windowOf(camera, sampled.grid), [camera, sampled]);
  const isRead = camera !== null && sampled !== null && camera.scale * sampled.grid.cell >= NUMBERS;
  const { answered } = useQuestion(
    { thread, view },
    "fieldSamples",
    sampled && window && isRead ? { name: sampled.name, window } : null,
    { rest: 60 },
  );
  if (!sampled || !window) return null;
  const isSame =
    isRead &&
    answered?.question.name === sampled.name &&
    JSON.stringify(answered.question.window) === JSON.stringify(window);
  return { grid: sampled.grid, window, values: isSame ? answered.answer : null };
}

function windowOf(camera: Camera, { x, y, cell, columns, rows }: Grid): SampleWindow | null {
  if (camera.scale * cell < POINTS) return null;
  const box = visible(camera);
  const within = (value: number, most: number): number => Math.min(most, Math.max(0, Math.floor(value)));
  const [column, row] = [within((box.minX - x) / cell, columns), within((box.minY - y) / cell, rows)];
  const window = {
    column,
    row,
    columns: within((box.maxX - x) / cell + 1, columns) - column,
    rows: within((box.maxY - y) / cell + 1, rows) - row,
  };
  return window.columns > 0 && window.rows > 0 ? window : null;
}
