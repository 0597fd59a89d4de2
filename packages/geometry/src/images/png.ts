import { ascii } from "./ascii";

/**
 * A grey picture as PNG (ISO/IEC 15948), 8 or 16 bits a sample, the first row on top, with a description in JSON. Its data is
 * stored, not compressed: what is read by a program is not worth a compressor of our own.
 */
export function greyPng(
  samples: Uint8Array | Uint16Array,
  columns: number,
  rows: number,
  description: string,
): Uint8Array {
  const depth = samples instanceof Uint16Array ? 16 : 8;
  const line = 1 + (columns * depth) / 8;
  const raw = new Uint8Array(rows * line);
  // Each line begins with its filter: 0, none.
  for (let row = 0, i = 0, at = 1; row < rows; row++, at++)
    for (let column = 0; column < columns; column++, i++) {
      if (depth === 16) raw[at++] = samples[i] >> 8;
      raw[at++] = samples[i];
    }
  const head = new DataView(new ArrayBuffer(13));
  head.setUint32(0, columns);
  head.setUint32(4, rows);
  head.setUint8(8, depth);
  return joined([
    Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a),
    chunk("IHDR", new Uint8Array(head.buffer)),
    chunk("tEXt", ascii(`Description\0${description.replace(NO_ASCII, escaped)}`)),
    chunk("IDAT", stored(raw)),
    chunk("IEND", new Uint8Array(0)),
  ]);
}

/** In JSON any character may be written by its number. */
const NO_ASCII = /[^ -~]/g;
const escaped = (character: string): string => `\\u${character.charCodeAt(0).toString(16).padStart(4, "0")}`;

function chunk(type: string, data: Uint8Array): Uint8Array {
  const all = new Uint8Array(12 + data.length);
  const view = new DataView(all.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) all[4 + i] = type.charCodeAt(i);
  all.set(data, 8);
  view.setUint32(8 + data.length, checksum(all.subarray(4, 8 + data.length)));
  return all;
}

/** A stored block holds no more than so many bytes (RFC 1951, section 3.2.4). */
const BLOCK = 65535;

/** After so many bytes the sums of a zlib stream (RFC 1950, section 9) still fit into 30 bits. */
const UNREDUCED = 1500;

/** A zlib stream (RFC 1950) of stored blocks. */
function stored(data: Uint8Array): Uint8Array {
  const blocks = Math.max(1, Math.ceil(data.length / BLOCK));
  const all = new Uint8Array(2 + 5 * blocks + data.length + 4);
  const view = new DataView(all.buffer);
  all[0] = 0x78;
  all[1] = 0x01;
  let at = 2;
  for (let k = 0; k < blocks; k++) {
    const part = data.subarray(k * BLOCK, (k + 1) * BLOCK);
    all[at] = k === blocks - 1 ? 1 : 0;
    view.setUint16(at + 1, part.length, true);
    view.setUint16(at + 3, ~part.length & 0xffff, true);
    all.set(part, at + 5);
    at += 5 + part.length;
  }
  let a = 1;
  let b = 0;
  for (let from = 0; from < data.length; from += UNREDUCED) {
    const end = Math.min(data.length, from + UNREDUCED);
    for (let i = from; i < end; i++) {
      a += data[i];
      b += a;
    }
    a %= 65521;
    b %= 65521;
  }
  view.setUint32(at, b * 65536 + a);
  return all;
}

/** CRC-32 (ISO 3309), as the annex of the PNG standard has it. */
function checksum(data: Uint8Array): number {
  let rest = 0xffffffff;
  for (let i = 0; i < data.length; i++) rest = TABLE[(rest ^ data[i]) & 0xff] ^ (rest >>> 8);
  return ~rest >>> 0;
}

const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let rest = n;
  for (let k = 0; k < 8; k++) rest = rest & 1 ? 0xedb88320 ^ (rest >>> 1) : rest >>> 1;
  return rest;
});

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
