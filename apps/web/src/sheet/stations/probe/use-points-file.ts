import { useMemo, useState } from "react";
import type { ProbedPoints } from "@/worker/probed-points";
import type { PointsFileView } from "@/worker/questions/points-file";
import { useAnswers } from "../../model/answers";
import { useLongQuestion } from "../../model/use-question";
import { useResting } from "../parts/use-resting";
import { type PointSet, pointsOfFile } from "./point-set";

/** A file of points that was opened, asked about the shape in question. */
export interface PointsFile {
  file: File | null;
  open(file: File | null): void;
  /** What is known so far; its points once all are done. */
  view: PointsFileView | null;
  state: "running" | "stopped" | "done";
  problem: string | null;
  stop(): void;
  again(): void;
  /** Its points; null until they are there. */
  set: PointSet | null;
}

/** Opened files are kept for as long as the page: they are no part of the sheet. */
let opened: File | null = null;

export function usePointsFile(shape: string | null): PointsFile {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const [file, setFile] = useState(opened);
  const { answered, problem, state, stop, again } = useLongQuestion(
    { thread, view: resting },
    "pointsFile",
    file && shape !== null ? { name: shape, file } : null,
  );
  const answer = answered?.answer ?? null;
  // What was sent once with all sides stays until the distances are there.
  const [sent, setSent] = useState<{ file: File; shape: string; points: ProbedPoints } | null>(null);
  if (answer?.points && file && shape !== null && sent?.points !== answer.points)
    setSent({ file, shape, points: answer.points });
  const points = answer?.points ?? (sent?.file === file && sent?.shape === shape && answered ? sent.points : null);
  const set = useMemo(() => (points && shape !== null ? pointsOfFile(points, shape) : null), [points, shape]);
  const open = (next: File | null) => {
    opened = next;
    setFile(next);
  };
  return { file, open, view: answer, state, problem, stop, again, set };
}
