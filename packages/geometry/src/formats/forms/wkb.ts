import { numberText } from "../decimals";
import { type Figure, type FigureLine, polygonsOfFigure } from "../figure";
import { DOUBLES, type Form, type ReadFigure, SHAPES_AND_POINTS } from "../form";
import { lineOf } from "./wkt";

const POINT = 1;
const LINE = 2;
const POLYGON = 3;
/** The type of several of them is 3 more. */
const MULTI = 3;
const COLLECTION = 7;

/** Well-known binary (OGC 06-103r4, section 8), least byte first; numbers are rounded to the decimals before they are doubles. */
export const wkb: Form = {
  title: "WKB",
  group: "geometry and tables",
  ending: "wkb",
  mediaType: "application/octet-stream",
  keepsCurves: false,
  holds: { kinds: SHAPES_AND_POINTS, open: true, names: false, figures: true },
  layouts: [],
  numbers: DOUBLES,
  write(figures, style) {
    const number = numberText(style);
    const bytes = new Bytes((value) => Number(number(value)));
    if (figures.length === 1) writeFigure(bytes, figures[0]);
    else bytes.geometries(COLLECTION, figures, (figure) => writeFigure(bytes, figure));
    return bytes.finish();
  },
  read(content) {
    const bytes = content as Uint8Array;
    return new Reader(new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)).figures();
  },
};

function writeFigure(bytes: Bytes, figure: Figure): void {
  const lines = figure.lines.filter(({ vertices }) => vertices.length > 0);
  if (figure.kind === "region") {
    const polygons = polygonsOfFigure(figure);
    bytes.oneOrMore(POLYGON, polygons, (rings) => {
      bytes.count(rings.length);
      for (const ring of rings) bytes.row(ring);
    });
  } else if (figure.kind === "outline") bytes.oneOrMore(LINE, lines, (line) => bytes.row(line));
  else {
    const { vertices } = figure.lines[0];
    const points = Array.from({ length: vertices.length / 2 }, (_, i) => vertices.subarray(2 * i, 2 * i + 2));
    bytes.oneOrMore(POINT, points, (point) => bytes.numbers(point));
  }
}

/** Bytes that grow. */
class Bytes {
  private view = new DataView(new ArrayBuffer(1024));
  private length = 0;

  constructor(private readonly rounded: (value: number) => number) {}

  /** One geometry by itself, none or several as a geometry of many. */
  oneOrMore<T>(type: number, items: readonly T[], write: (item: T) => void): void {
    const one = (item: T): void => {
      this.head(type);
      write(item);
    };
    if (items.length === 1) one(items[0]);
    else this.geometries(type + MULTI, items, one);
  }

  geometries<T>(type: number, items: readonly T[], write: (item: T) => void): void {
    this.head(type);
    this.count(items.length);
    for (const item of items) write(item);
  }

  row({ vertices, closed }: FigureLine): void {
    this.count(vertices.length / 2 + (closed ? 1 : 0));
    this.numbers(vertices);
    if (closed) this.numbers(vertices.subarray(0, 2));
  }

  numbers(values: Float64Array): void {
    for (const value of values) {
      const at = this.room(8);
      this.view.setFloat64(at, this.rounded(value), true);
    }
  }

  count(value: number): void {
    const at = this.room(4);
    this.view.setUint32(at, value, true);
  }

  finish(): Uint8Array {
    return new Uint8Array(this.view.buffer.slice(0, this.length));
  }

  private head(type: number): void {
    const at = this.room(1);
    this.view.setUint8(at, 1);
    this.count(type);
  }

  private room(bytes: number): number {
    const at = this.length;
    this.length += bytes;
    if (this.length > this.view.byteLength) {
      const larger = new Uint8Array(2 * this.length);
      larger.set(new Uint8Array(this.view.buffer));
      this.view = new DataView(larger.buffer);
    }
    return at;
  }
}

class Reader {
  private at = 0;

  constructor(private readonly view: DataView) {}

  figures(): ReadFigure[] {
    const type = this.head();
    if (type !== COLLECTION) return [this.figure(type)];
    return this.times((): ReadFigure => this.figure(this.head()));
  }

  private figure(type: number): ReadFigure {
    if (type > MULTI) {
      const parts = this.times(() => this.figure(this.head()));
      const lines = parts.flatMap((part) => part.lines);
      if (type !== POINT + MULTI) return { lines };
      return { lines: [{ points: lines.flatMap(({ points }) => points), closed: false }] };
    }
    if (type === POINT) return { lines: [{ points: [this.double(), this.double()], closed: false }] };
    return { lines: type === LINE ? [lineOf(this.row(), false)] : this.times(() => lineOf(this.row(), true)) };
  }

  private row(): number[] {
    return this.times(() => [this.double(), this.double()]).flat();
  }

  private times<T>(read: () => T): T[] {
    return Array.from({ length: this.whole() }, read);
  }

  private head(): number {
    this.at += 1;
    return this.whole();
  }

  private whole(): number {
    this.at += 4;
    return this.view.getUint32(this.at - 4, true);
  }

  private double(): number {
    this.at += 8;
    return this.view.getFloat64(this.at - 8, true);
  }
}
