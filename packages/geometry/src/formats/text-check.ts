import { flattenPath } from "../flatten";
import { orientation } from "../numeric";
import { momentsOf, type Path, type Segment, segmentBounds } from "../path";
import { orientationOf, properCrossings, type Ring } from "../polygon";
import { asHeld } from "./decimals";
import type { Figure, FigureLine, Samples } from "./figure";
import type { Form, ReadFigure } from "./form";
import { farthestApart } from "./paths-apart";
import type { NumberType, Style } from "./style";
import type { Target } from "./target";

/** What was found when a text was read back. */
export interface TextCheck {
  /** The greatest distance between what was handed over and what a program reads, in plan units. */
  difference: number;
  /** Vertices that became equal to the one before them in their line. */
  merged: number;
  /** What rounding did to lines, or what does not fit, a sentence each. */
  problems: string[];
}

/** Crossings are looked for up to this many vertices. */
const MOST_CHECKED = 300_000;
/** An area of less than this share of the size, squared, is rounding. */
const NO_AREA = 1e-12;

/** Reads a text back and compares it with the figures that were written, both in the target's coordinates. */
export function checkText(
  form: Form,
  figures: readonly Figure[],
  paths: readonly Path[],
  content: string | Uint8Array,
  style: Style,
  target: Target,
): TextCheck {
  const check = new Comparison(style.numbers, target);
  let read: ReadFigure[];
  try {
    read = form
      .read(content, style)
      .filter(({ lines, numbers }) => numbers || lines.some(({ points }) => points.length > 0));
  } catch {
    check.problems.push("what was written could not be read back");
    return check;
  }
  const expected = asTold(form, figures);
  if (form.keepsCurves && paths.length > 0) check.curves(paths, read);
  if (read.length !== expected.length && expected.length > 0)
    check.problems.push(`${read.length} shapes were read back, not ${expected.length}`);
  else for (let i = 0; i < expected.length; i++) check.figure(expected[i], read[i], form);
  return check;
}

interface Told {
  name: string;
  kind: Figure["kind"];
  lines: FigureLine[];
  indices: ArrayLike<number> | null;
  numbers: ArrayLike<number>;
}

/** The figures as far as the form tells them apart, without what has no vertices. */
function asTold({ holds }: Form, figures: readonly Figure[]): Told[] {
  const told = figures.map(({ name, kind, lines, indices, numbers: plain, samples }) => {
    const numbers = samples ? valuesHeld(samples, holds.reach === true) : plain;
    const some = lines.filter(({ vertices }) => vertices.length > 0);
    const all = holds.open || kind !== "outline" ? some : some.map(({ vertices }) => ({ vertices, closed: true }));
    return { name, kind, lines: all, indices, numbers };
  });
  const some = told.filter((each) => each.lines.length > 0 || each.numbers.length > 0);
  if ((holds.figures ?? holds.names) || some.length === 0) return some;
  const name = some.map((each) => each.name).join(", ");
  const lines = some.flatMap((each) => each.lines);
  const [{ kind }] = some;
  const one = { name, kind, indices: null, numbers: [] };
  if (holds.lines !== false) return [{ ...one, lines }];
  const all = lines.flatMap(({ vertices }) => [...vertices]);
  return [{ ...one, lines: all.length ? [{ vertices: Float64Array.from(all), closed: false }] : [] }];
}

function valuesHeld({ values, reach }: Samples, byReach: boolean): Float64Array {
  return byReach ? values.map((value) => Math.max(-reach, Math.min(reach, value))) : values;
}

function extentOf(segments: readonly Segment[]): number {
  const boxes = segments.map(segmentBounds);
  const across = (least: "minX" | "minY", most: "maxX" | "maxY"): number =>
    boxes.reduce((high, box) => Math.max(high, box[most]), Number.NEGATIVE_INFINITY) -
    boxes.reduce((low, box) => Math.min(low, box[least]), Number.POSITIVE_INFINITY);
  return boxes.length ? Math.max(across("minX", "maxX"), across("minY", "maxY")) : 0;
}

class Comparison implements TextCheck {
  difference = 0;
  merged = 0;
  readonly problems: string[] = [];

  constructor(
    private readonly numbers: NumberType,
    private readonly target: Target,
  ) {}

  figure(figure: Told, read: ReadFigure, form: Form): void {
    this.plain(figure, read.numbers ?? []);
    if (figure.kind === "samples") return;
    const lines = read.lines
      .filter(({ points }) => points.length > 0)
      .map(({ points, closed }) => ({
        vertices: Float64Array.from(points, (value) => asHeld(value, this.numbers)),
        closed,
      }));
    this.range(figure.name, lines);
    // Curves may be written in more pieces than they were.
    if (form.keepsCurves && figure.kind !== "points") return;
    if (lines.length !== figure.lines.length) {
      this.problems.push(`${figure.name}: ${lines.length} lines were read back, not ${figure.lines.length}`);
      return;
    }
    lines.forEach((line, r) => {
      this.line(figure, r, line, form.holds.open);
    });
    if (figure.indices) this.triangles(figure, lines[0]?.vertices, read.indices ?? []);
    else if (figure.kind !== "points" && form.holds.lines !== false) this.crossings(figure, lines);
  }

  private plain({ name, numbers }: Told, read: ArrayLike<number>): void {
    if (read.length !== numbers.length) {
      this.problems.push(`${name}: ${read.length} numbers were read back, not ${numbers.length}`);
      return;
    }
    let most = this.difference;
    for (let i = 0; i < numbers.length; i++) most = Math.max(most, Math.abs(numbers[i] - read[i]));
    this.difference = most;
  }

  curves(paths: readonly Path[], read: readonly ReadFigure[]): void {
    const { scaleX, scaleY } = this.target;
    const written = { subpaths: paths.flatMap(({ subpaths }) => subpaths) };
    const back = { subpaths: read.flatMap(({ path }) => path?.subpaths ?? []) };
    const apart = farthestApart(written, back);
    if (apart !== null && apart > 0) this.bent(written, back);
    if (apart === null) this.problems.push("segments became points and vanished: choose more decimals");
    else this.difference = Math.max(this.difference, apart / Math.min(Math.abs(scaleX), Math.abs(scaleY)));
  }

  /** What rounding did to curves: outlines that turn the other way now, and crossings, as fine chords tell both. */
  private bent(written: Path, back: Path): void {
    const size = Math.max(0, ...written.subpaths.map(({ segments }) => extentOf(segments)));
    if (!(size > 0)) return;
    const senseOf = (path: Path, i: number): number => {
      const { area } = momentsOf({ subpaths: [path.subpaths[i]] });
      return Math.abs(area) > NO_AREA * size * size ? Math.sign(area) : 0;
    };
    const before = this.problems.length;
    written.subpaths.forEach(({ closed }, i) => {
      const [was, is] = [senseOf(written, i), senseOf(back, i)];
      if (closed && was !== is)
        this.problems.push(`line ${i} ${is === 0 ? "has no area any more" : "turns the other way"}`);
    });
    // What turned over crosses for that.
    if (this.problems.length > before) return;
    const [was, is] = [written, back].map((path) => flattenPath(path, { tolerance: size / 2000 }).subpaths);
    const total = is.reduce((sum, { vertices }) => sum + vertices.length / 2, 0);
    if (total > MOST_CHECKED || properCrossings(is, 1).length === 0) return;
    if (properCrossings(is, 100).length > properCrossings(was, 100).length)
      this.problems.push("outlines cross themselves or each other now");
  }

  private line({ name, kind, lines }: Told, r: number, read: FigureLine, tellsOpen: boolean): void {
    const { vertices: told, closed } = lines[r];
    const { vertices } = read;
    const where = lines.length > 1 ? `line ${r} of ${name}` : name;
    if (tellsOpen && !closed && read.closed) {
      this.problems.push(`${where}: its ends are one point, so that it reads as closed`);
      return;
    }
    if (vertices.length !== told.length || (tellsOpen && closed !== read.closed)) {
      this.problems.push(`${where}: ${vertices.length / 2} vertices were read back, not ${told.length / 2}`);
      return;
    }
    const { scaleX, scaleY } = this.target;
    const n = told.length;
    for (let i = 0; i < n; i += 2) {
      const apart = Math.hypot((vertices[i] - told[i]) / scaleX, (vertices[i + 1] - told[i + 1]) / scaleY);
      if (!(apart <= this.difference)) this.difference = apart;
      const before = i > 0 ? i - 2 : closed ? n - 2 : i;
      const isRepeated = (values: Ring): boolean =>
        before !== i && values[i] === values[before] && values[i + 1] === values[before + 1];
      if (kind !== "points" && kind !== "triangles" && isRepeated(vertices) && !isRepeated(told)) this.merged++;
    }
    if (!closed || n < 6 || kind === "points") return;
    const [was, is] = [orientationOf(told), orientationOf(vertices)];
    if (was !== is) this.problems.push(`${where} ${is === 0 ? "has no area any more" : "turns the other way"}`);
  }

  private triangles({ name }: Told, vertices: Ring = new Float64Array(), indices: readonly number[]): void {
    let turned = 0;
    for (let t = 0; t < indices.length; t += 3) {
      const [a, b, c] = [2 * indices[t], 2 * indices[t + 1], 2 * indices[t + 2]];
      const at = (i: number): [number, number] => [vertices[i], vertices[i + 1]];
      if (orientation(...at(a), ...at(b), ...at(c)) <= 0) turned++;
    }
    if (turned > 0) this.problems.push(`${name}: ${turned} triangles are turned over, or have no area`);
  }

  private crossings({ name, lines }: Told, read: readonly FigureLine[]): void {
    const total = read.reduce((sum, { vertices }) => sum + vertices.length / 2, 0);
    if (total > MOST_CHECKED || this.difference === 0) return;
    const now = properCrossings(read, 1);
    if (now.length === 0) return;
    const before = properCrossings(lines, 100).length;
    const after = properCrossings(read, 100).length;
    if (after > before) this.problems.push(`${name} crosses itself ${before > 0 ? "more often" : "now"}`);
  }

  private range(name: string, lines: readonly FigureLine[]): void {
    const limit = { float64: Number.MAX_VALUE, float32: 3.4e38, int32: 2 ** 31 - 1, int16: 2 ** 15 - 1 }[this.numbers];
    for (const { vertices } of lines)
      for (const value of vertices)
        if (!(Math.abs(value) <= limit)) {
          this.problems.push(`${name}: ${value} does not fit ${this.numbers}`);
          return;
        }
  }
}
