import type { FigureKind, FigureLine } from "@vertexon/geometry";
import { type Asked as AskedFile, type BuiltFile, buildFile, type HandoffReport } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

export interface HandoffView extends Omit<BuiltFile, "report"> {
  report: Omit<HandoffReport, "figures">;
  /** Lines as they were written, in plan units: vertex k of line r in the file is vertex k of line r here. */
  figures: { name: string; kind: FigureKind; lines: FigureLine[]; indices: Uint16Array | Uint32Array | null }[];
  /** How many samples of fields there are, as samples, and how many plain numbers, samples written as such among them. */
  samples: number;
  numbers: number;
}

interface Asked {
  /** The emission as JSON: questions are told apart by their words and numbers. */
  emission: string;
}

/** The file of an emission, kept or being chosen; null before the sheet was evaluated. */
export function handoff({ evaluated }: AskedSheet, { emission }: Asked): HandoffView | null {
  if (!evaluated) return null;
  const { report, ...built } = buildFile(evaluated, JSON.parse(emission) as AskedFile);
  const { figures, ...rest } = report;
  const lines = figures.map((figure) => ({
    name: figure.name,
    kind: figure.kind,
    indices: figure.indices,
    lines: figure.lines.map(({ vertices, closed }) => ({ vertices, closed })),
  }));
  const samples = figures.reduce((sum, each) => sum + (each.samples?.values.length ?? 0), 0);
  const numbers = figures.reduce((sum, each) => sum + each.numbers.length, 0);
  return { ...built, report: rest, figures: lines, samples, numbers };
}

/** The same by a worker of its own, for fields: millions of samples take long to write and to read back. */
export function fieldHandoff(sheet: AskedSheet, asked: Asked): HandoffView | null {
  sheet.update(sheet.script);
  return handoff(sheet, asked);
}
