import { argumentOf, type Call, type Expression, RADIANS, type Span, type TextEdit } from "../syntax";

/** One way in which the numbers of an arc could have been meant: what it says, and the edits that write it. */
export interface Reading {
  label: string;
  /** Of the definition's statement; none for the reading that is taken now. */
  edits: TextEdit[];
}

/** All readings of a call, the one that is taken first; `text` reads the statement. */
export type Readings = (call: Call, text: (span: Span) => string) => Reading[];

/** By centre, start and sweep; the radius and the start are called and stand as in the function's parameters. */
export const centreReadings =
  (radius: string, place: number): Readings =>
  (call, text) =>
    readByCentre(call, text, radius, place);

function readByCentre(call: Call, text: (span: Span) => string, radiusName: string, place: number): Reading[] {
  const at = argumentOf(call, "at", 0);
  const radius = argumentOf(call, radiusName, 1);
  const from = argumentOf(call, "from", place);
  const sweep = argumentOf(call, "sweep", place + 1);
  if (!at || !radius || !sweep) return [];
  const start = from ? text(from) : "0deg";
  const replaced = (span: Span, insert: string): TextEdit[] => [{ from: span.from, to: span.to, insert }];
  const readings: Reading[] = [
    { label: `from ${start} on by ${text(sweep)}`, edits: [] },
    { label: "the other sense: the same sweep, turning back", edits: replaced(sweep, difference(null, sweep, text)) },
    { label: "the other way round, between the same ends", edits: replaced(sweep, otherWay(sweep, text)) },
  ];
  if (from)
    readings.push({
      label: "the sweep read as the direction of the end",
      edits: replaced(sweep, difference(sweep, from, text)),
    });
  const centre = `${text(at)} - polar(${text(radius)}, ${start})`;
  readings.push({ label: "the centre read as the start", edits: replaced(at, centre) });
  return readings;
}

/** By two ends in endpoint form: the two flags make four arcs. */
export const flagReadings: Readings = (call) => {
  const flags = { large: argumentOf(call, "large", 5), sweep: argumentOf(call, "sweep", 6) };
  const isYes = (flag: Expression | null, otherwise: boolean): boolean =>
    flag?.kind === "name" ? flag.name === "yes" : otherwise;
  const now = [isYes(flags.large, false), isYes(flags.sweep, true)];
  const word = (value: boolean): string => (value ? "yes" : "no");
  const end = call.to - 1;
  const put = (flag: Expression | null, name: string, value: boolean): TextEdit =>
    flag
      ? { from: flag.from, to: flag.to, insert: word(value) }
      : { from: end, to: end, insert: `, ${name}: ${word(value)}` };
  return [false, true]
    .flatMap((large) => [true, false].map((sweep) => [large, sweep]))
    .map(([large, sweep]) => {
      const isNow = large === now[0] && sweep === now[1];
      const edits = [
        ...(large === now[0] ? [] : [put(flags.large, "large", large)]),
        ...(sweep === now[1] ? [] : [put(flags.sweep, "sweep", sweep)]),
      ];
      const label = `${large ? "the longer way" : "the shorter way"}, angles ${sweep ? "growing" : "falling"}`;
      return { label, edits, isNow };
    })
    .sort((a, b) => Number(b.isNow) - Number(a.isNow))
    .map(({ label, edits }) => ({ label, edits }));
};

/** By the direction at its start. */
export const facingReadings: Readings = (call, text) => {
  const facing = argumentOf(call, "facing", 1);
  if (!facing) return [];
  const put = (insert: string): TextEdit[] => [{ from: facing.from, to: facing.to, insert }];
  return [
    { label: `leaving towards ${text(facing)}`, edits: [] },
    { label: "the direction read as where it comes from", edits: put(sum(facing, Math.PI, text)) },
    { label: "the direction counted the other sense", edits: put(difference(null, facing, text)) },
  ];
};

/** a − b as text: a number in a's unit where both are written as numbers. */
function difference(a: Expression | null, b: Expression, text: (span: Span) => string): string {
  const [p, q] = [a ? degreesOf(a) : 0, degreesOf(b)];
  if (p !== null && q !== null) return inUnit(p - q, text(a ?? b));
  return a ? `${text(a)} - (${text(b)})` : `-(${text(b)})`;
}

function sum(a: Expression, radians: number, text: (span: Span) => string): string {
  const degrees = degreesOf(a);
  return degrees === null ? `${text(a)} + 0.5turn` : inUnit(degrees + (radians * 180) / Math.PI, text(a));
}

/** Between the same ends the two ways make one turn. */
function otherWay(sweep: Expression, text: (span: Span) => string): string {
  const degrees = degreesOf(sweep);
  if (degrees === null) return `${text(sweep)} - 1turn`;
  return inUnit(degrees > 0 ? degrees - 360 : degrees + 360, text(sweep));
}

function degreesOf(expression: Expression): number | null {
  const sign = expression.kind === "negation" ? -1 : 1;
  const literal = expression.kind === "negation" ? expression.operand : expression;
  return literal.kind === "angle" ? (sign * literal.radians * 180) / Math.PI : null;
}

/** An angle in the unit of another one's text. */
function inUnit(degrees: number, like: string): string {
  const unit = /(deg|rad|turn)$/.exec(like)?.[0] ?? "deg";
  const value = ((degrees * Math.PI) / 180 / RADIANS[unit]).toPrecision(12);
  return `${Number(value)}${unit}`;
}
