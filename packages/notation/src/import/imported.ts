import type { FillRule, Path } from "@vertexon/geometry";

/** The text cannot be taken over; line and column count from 1 where the place is known. */
export class ImportError extends Error {
  override readonly name = "ImportError";
  constructor(
    message: string,
    readonly line: number | null = null,
    readonly column: number | null = null,
  ) {
    super(line === null ? message : `line ${line}${column === null ? "" : `, column ${column}`}: ${message}`);
  }
}

/** One thing found in imported text, in plan units. */
export type ImportedItem = { name: string | null } & (
  | {
      kind: "shape";
      /** The expression that stands for it in a script: written when asked for, because most of a large file never is. */
      expression(): string;
      outline: Path;
      fillRule: FillRule;
    }
  | { kind: "points"; points: readonly Position[] }
);

export type Position = readonly [number, number];

/** Everything found in imported text, and what could not be taken over, in words. */
export interface Imported {
  /** What the text was taken for. */
  source: "SVG" | "path data" | "WKT" | "GeoJSON" | "CSV" | "CSS" | "canvas calls" | "coordinate arrays";
  items: ImportedItem[];
  /** What could not be taken over, or was read in one of several ways. */
  notes: string[];
  /** The size of the picture, where the text states one. */
  plan: { width: number; height: number; unit: string } | null;
}

/** Notes with a count each, in the order in which they first came up. */
export class Notes {
  private readonly counts = new Map<string, number>();

  add(what: string): void {
    this.counts.set(what, (this.counts.get(what) ?? 0) + 1);
  }

  list(): string[] {
    return [...this.counts].map(([what, count]) => (count > 1 ? `${count} × ${what}` : what));
  }
}

/** Line and column of an offset, both from 1. */
export function placeOf(text: string, offset: number): { line: number; column: number } {
  const before = text.slice(0, offset).split("\n");
  return { line: before.length, column: before[before.length - 1].length + 1 };
}
