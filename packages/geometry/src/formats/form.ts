import type { Path } from "../path";
import type { Figure, FigureKind } from "./figure";
import type { Layout, NumberType, Style } from "./style";

export const FORM_GROUPS = [
  "source code",
  "drawings and style sheets",
  "geometry and tables",
  "fields",
  "a form of one's own",
] as const;

/** A form in which figures are handed to another program. A further one is a file in forms/ and a row in forms.ts. */
export interface Form {
  title: string;
  /** Among which it is offered. */
  group: (typeof FORM_GROUPS)[number];
  /** The usual ending of its files, without the dot. */
  ending: string;
  mediaType: string;
  /** Whether curves stay curves in it: then what flattening left is no part of its error. */
  keepsCurves: boolean;
  holds: Holds;
  /** What can be chosen for it beside the decimals; the first of each is taken when nothing is chosen. */
  layouts: readonly Layout[];
  numbers: readonly NumberType[];
  /** Whether coordinates can be shares of the plan's box; yes where nothing is said. */
  hasShares?: boolean;
  /** The sense that its y has by its standard. */
  axis?: "down" | "up";
  /** Whether it has, or misses, a way to write what is told as shares of the plan's box as such. */
  hasBoxLengths?: boolean;
  /** Whether its coordinates count from the plan's corner: those of a box that the plan is laid over. */
  isBox?: boolean;
  /** What else is not as in the plan, in a sentence; null where all is. */
  remark?(figures: readonly Figure[], style: Style): string | null;
  /** A file that belongs beside it, as JSON. */
  beside?(figures: readonly Figure[]): string;
  write(figures: readonly Figure[], style: Style): string | Uint8Array;
  /** What a program would read from it, figure by figure; shares no code with `write`. */
  read(content: string | Uint8Array, style: Style): ReadFigure[];
}

/** What a form can tell apart. */
export interface Holds {
  kinds: readonly FigureKind[];
  /** Open lines as open ones. */
  open: boolean;
  /** The names of its figures. */
  names: boolean;
  /** Its figures one by one; where names are held if nothing is said. */
  figures?: boolean;
  /** Lines one by one; yes where nothing is said. */
  lines?: boolean;
  /** Shapes without vertices; yes where nothing is said. */
  empty?: boolean;
  /** One figure only. */
  single?: boolean;
  /** Values of a field only as far as its reach; what is beyond comes out as that. */
  reach?: boolean;
}

/** What was read back. */
export interface ReadFigure {
  lines: { points: number[]; closed: boolean }[];
  /** Where curves are kept. */
  path?: Path;
  indices?: number[];
  numbers?: ArrayLike<number>;
}

export const ALL_KINDS: readonly FigureKind[] = ["region", "outline", "triangles", "points", "numbers"];
/** What maps and drawings hold. */
export const SHAPES_AND_POINTS: readonly FigureKind[] = ["region", "outline", "points"];
export const SHAPES: readonly FigureKind[] = ["region", "outline"];
export const DOUBLES: readonly NumberType[] = ["float64"];
