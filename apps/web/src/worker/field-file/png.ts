import { type ForeignField, sized, textAt } from "./samples";

/** Channels of a sample by the colour type (ISO/IEC 15948, 11.2.2): grey, or red, green and blue; alpha in the end. */
const CHANNELS: Readonly<Record<number, readonly string[]>> = {
  0: ["grey"],
  2: ["red", "green", "blue"],
  4: ["grey", "alpha"],
  6: ["red", "green", "blue", "alpha"],
};

/** A picture's grey: the channel that is not the same all over, or those that are like each other. */
export async function readPng(bytes: Uint8Array): Promise<ForeignField> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  if (bytes.length < 33) throw new Error("PNG: its data end within its head");
  const [depth, colours, isInterlaced] = [bytes[24], CHANNELS[bytes[25]], bytes[28]];
  if (!colours || (depth !== 8 && depth !== 16) || isInterlaced)
    throw new Error("PNG: expected 8 or 16 bits a channel, without a palette, one line after the other");
  const found = sized(view.getUint32(16), view.getUint32(20), `PNG, ${depth} bits`);
  const size = depth / 8;
  const line = size * colours.length * found.columns;
  const raw = await inflated(bytes, view);
  if (raw.length < found.rows * (1 + line)) throw new Error("PNG: its data end before its last line");
  const lines = new Uint8Array(found.rows * line);
  for (let row = 0; row < found.rows; row++)
    unfilter(raw, row * (1 + line), lines, row * line, line, size * colours.length, row > 0);
  const channels = colours.map((_, channel) =>
    found.values.map((_, i) => {
      const at = size * (colours.length * i + channel);
      return size === 2 ? 256 * lines[at] + lines[at + 1] : lines[at];
    }),
  );
  const channel = theOneOf(channels, colours);
  const form = colours.length > 1 && colours[channel] !== "grey" ? `${found.form}, ${colours[channel]}` : found.form;
  return { ...found, values: channels[channel], form, isWhole: true, firstRow: "top" };
}

/** The first channel whose values differ from place to place. */
function theOneOf(channels: readonly Float64Array[], names: readonly string[]): number {
  const varying = channels.flatMap((values, k) => (values.some((value) => value !== values[0]) ? [k] : []));
  const colours = varying.filter((k) => names[k] !== "alpha");
  const [first = varying[0] ?? 0] = colours;
  const other = colours.find((k) => channels[k].some((value, i) => value !== channels[first][i]));
  if (other !== undefined)
    throw new Error(`PNG: expected one field, found another one in ${names[other]} than in ${names[first]}`);
  return first;
}

async function inflated(bytes: Uint8Array, view: DataView): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  for (let at = 8; at + 8 <= bytes.length; at += 12 + view.getUint32(at))
    if (textAt(bytes, at + 4, 4) === "IDAT") parts.push(bytes.subarray(at + 8, at + 8 + view.getUint32(at)));
  try {
    const stream = new Blob(parts as BlobPart[]).stream().pipeThrough(new DecompressionStream("deflate"));
    return new Uint8Array(await new Response(stream).arrayBuffer());
  } catch {
    throw new Error("PNG: its data are damaged, or end too early");
  }
}

/** One line without its filter (ISO/IEC 15948, section 9). */
function unfilter(
  raw: Uint8Array,
  from: number,
  lines: Uint8Array,
  to: number,
  line: number,
  size: number,
  hasAbove: boolean,
): void {
  const filter = raw[from];
  for (let k = 0; k < line; k++) {
    const left = k >= size ? lines[to + k - size] : 0;
    const above = hasAbove ? lines[to + k - line] : 0;
    const corner = hasAbove && k >= size ? lines[to + k - line - size] : 0;
    const guess = [0, left, above, (left + above) >> 1, nearestOf(left, above, corner)][filter];
    if (guess === undefined) throw new Error(`PNG: no filter ${filter} is known`);
    lines[to + k] = raw[from + 1 + k] + guess;
  }
}

function nearestOf(left: number, above: number, corner: number): number {
  const guess = left + above - corner;
  const [a, b, c] = [Math.abs(guess - left), Math.abs(guess - above), Math.abs(guess - corner)];
  return a <= b && a <= c ? left : b <= c ? above : corner;
}
