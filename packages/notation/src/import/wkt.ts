import { type Geometry, geometryItems } from "./features";
import { ImportError, type Imported, type ImportedItem, Notes, type Position, placeOf } from "./imported";

const KINDS = /^(?:SRID\s*=\s*\d+\s*;\s*)?(?:MULTI)?(?:POINT|LINESTRING|POLYGON)\b|^GEOMETRYCOLLECTION\b/i;
const TYPES = {
  POINT: "Point",
  LINESTRING: "LineString",
  POLYGON: "Polygon",
  MULTIPOINT: "MultiPoint",
  MULTILINESTRING: "MultiLineString",
  MULTIPOLYGON: "MultiPolygon",
  GEOMETRYCOLLECTION: "GeometryCollection",
} as const;

export function isWkt(text: string): boolean {
  return KINDS.test(text.trimStart());
}

/** Reads well-known text (OGC 06-103r4, clause 7), one geometry or several after one another. */
export function readWkt(text: string): Imported {
  const reader = new WktReader(text);
  const items: ImportedItem[] = [];
  while (!reader.atEnd()) {
    items.push(...geometryItems(reader.geometry(), null, reader.notes));
    reader.skip(";");
  }
  return { source: "WKT", items, notes: reader.notes.list(), plan: null };
}

class WktReader {
  readonly notes = new Notes();
  private at = 0;
  constructor(private readonly text: string) {}

  atEnd(): boolean {
    this.space();
    return this.at >= this.text.length;
  }

  geometry(): Geometry {
    if (/^SRID\s*=\s*\d+\s*;/i.test(this.rest())) {
      this.notes.add("a reference system (SRID) has no counterpart here");
      this.at += this.rest().indexOf(";") + 1;
    }
    const word = this.word().toUpperCase();
    const name = word.replace(/(?<=[A-Z])(?:ZM|Z|M)$/, "") as keyof typeof TYPES;
    if (!Object.hasOwn(TYPES, name)) this.fail(`expected one of ${Object.keys(TYPES).join(", ")}, found "${word}"`);
    const type = TYPES[name];
    if (/^(?:ZM|Z|M)\b/i.test(this.rest())) this.word();
    const empty = /^EMPTY\b/i.test(this.rest());
    if (empty) {
      this.word();
      this.notes.add(`an empty ${name} was left out`);
    }
    switch (type) {
      case "Point":
      case "MultiPoint":
        return { type, points: empty ? [] : this.list(() => this.wrappedPosition()) };
      case "LineString":
        return { type, lines: empty ? [] : [this.positions()] };
      case "MultiLineString":
        return { type, lines: empty ? [] : this.list(() => this.positions()) };
      case "Polygon":
        return { type, polygons: empty ? [] : [this.list(() => this.positions())] };
      case "MultiPolygon":
        return { type, polygons: empty ? [] : this.list(() => this.list(() => this.positions())) };
      case "GeometryCollection":
        return { type, geometries: empty ? [] : this.list(() => this.geometry()) };
    }
  }

  skip(mark: string): boolean {
    this.space();
    if (!this.text.startsWith(mark, this.at)) return false;
    this.at += mark.length;
    return true;
  }

  private list<T>(item: () => T): T[] {
    if (!this.skip("(")) this.fail('expected "("');
    const items = [item()];
    while (this.skip(",")) items.push(item());
    if (!this.skip(")")) this.fail('expected a comma or ")"');
    return items;
  }

  private positions(): Position[] {
    return this.list(() => this.position());
  }

  /** The positions of a MULTIPOINT may stand in brackets of their own. */
  private wrappedPosition(): Position {
    if (!this.skip("(")) return this.position();
    const position = this.position();
    if (!this.skip(")")) this.fail('expected ")"');
    return position;
  }

  private position(): Position {
    const numbers = [this.number(), this.number()];
    while (/^[-+.\d]/.test(this.rest())) {
      this.number();
      this.notes.add("further coordinates (z, m) of positions were left out");
    }
    return [numbers[0], numbers[1]];
  }

  private number(): number {
    const found = /^[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/i.exec(this.rest())?.[0];
    if (!found) this.fail("expected a number");
    this.at += found.length;
    return Number(found);
  }

  private word(): string {
    const found = /^[A-Za-z]+/.exec(this.rest())?.[0] ?? "";
    if (!found) this.fail("expected the name of a geometry");
    this.at += found.length;
    return found;
  }

  private rest(): string {
    this.space();
    return this.text.slice(this.at, this.at + 40);
  }

  private space(): void {
    while (/\s/.test(this.text[this.at] ?? "")) this.at++;
  }

  private fail(message: string): never {
    const { line, column } = placeOf(this.text, this.at);
    const found = this.text.slice(this.at, this.at + 12).split("\n")[0];
    throw new ImportError(
      `${message}${message.includes("found") ? "" : `, found ${found ? `"${found}"` : "the end"}`}`,
      line,
      column,
    );
  }
}
