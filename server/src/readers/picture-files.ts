import { constants, crc32, deflate } from 'node:zlib';
import { promisify } from 'node:util';
import type { Canvas } from '@napi-rs/canvas';
import { resized, type Grey } from '@umber/core/pictures';

/** A JPEG of the picture, made smaller by `scale` where that is below 1. */
export async function jpegOf(picture: Grey, scale: number): Promise<Uint8Array> {
  const { createCanvas, ImageData } = await import('@napi-rs/canvas');
  const { width, height, data } =
    scale < 1 ? resized(picture, Math.max(1, Math.round(picture.width * scale)), Math.max(1, Math.round(picture.height * scale))) : picture;
  const rgba = new Uint8ClampedArray(data.length * 4);
  for (let i = 0, p = 0; i < data.length; i++, p += 4) {
    rgba[p] = rgba[p + 1] = rgba[p + 2] = data[i];
    rgba[p + 3] = 255;
  }
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').putImageData(new ImageData(rgba, width, height), 0, 0);
  return await canvas.encode('jpeg', 82);
}

/** A page's picture, of any kind, as a JPEG so many pixels wide. @throws where it is no picture. */
export async function smallOf(picture: Uint8Array, width: number): Promise<Uint8Array> {
  const { createCanvas, loadImage } = await import('@napi-rs/canvas');
  const image = await loadImage(Buffer.from(picture));
  const canvas = createCanvas(width, Math.max(1, Math.round((image.height * width) / image.width)));
  const context = canvas.getContext('2d');
  context.imageSmoothingQuality = 'high';
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  return await canvas.encode('jpeg', 75);
}

const deflated = promisify(deflate);

/**
 * A PNG of the canvas, all opaque. The canvas's own writer tries every filter at the hardest compression, which takes
 * longer than drawing the page; print on white is as small without filters where only runs are looked for, and a third of
 * the bytes where its colours are few enough for a palette.
 */
export async function pngOf(canvas: Canvas): Promise<Uint8Array> {
  // The pixels as they lie in the canvas, not a copy: nothing may be drawn, and the canvas must be held, until they are read.
  const pixels = canvas.data();
  const indexed = indexedRows(pixels, canvas.width);
  const rows = indexed?.rows ?? colourRows(pixels, canvas.width);
  const head = Buffer.alloc(13);
  head.writeUInt32BE(canvas.width, 0);
  head.writeUInt32BE(canvas.height, 4);
  head.set([8, indexed ? OF_PALETTE : OF_COLOURS], 8); // eight bits an index, or each of red, green and blue
  const packed = await deflated(rows, { level: 1, strategy: constants.Z_RLE, chunkSize: PACKED_AT_ONCE });
  const palette = indexed ? [chunk('PLTE', indexed.palette)] : [];
  return Buffer.concat([SIGNATURE, chunk('IHDR', head), ...palette, chunk('IDAT', packed), chunk('IEND', Buffer.alloc(0))]);
}

/** Bytes that are packed before the next are asked for: more than most pages take. */
const PACKED_AT_ONCE = 256 * 1024;

/** Kinds of colour in a PNG's head (PNG, third edition, 11.2.1). */
const OF_COLOURS = 2;
const OF_PALETTE = 3;

const WHITE = 0xffffffff;

/**
 * The rows of a PNG with a palette from pixels of four bytes (red, green, blue, opacity), so many in a row, each row with
 * the sign for “no filter”, 0, before it; null where there are more than 256 colours.
 */
function indexedRows(pixels: Buffer, width: number): { rows: Buffer; palette: Buffer } | null {
  const colours = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4);
  const height = colours.length / width;
  const rows = Buffer.alloc((width + 1) * height);
  const palette = Buffer.alloc(3 * 256, 0xff);
  // Where a colour's place in the palette is found: by a hash, then by looking on until it is met. Place 0 is white.
  const [known, places] = [new Uint32Array(HASHES), new Int16Array(HASHES).fill(-1)];
  let count = 0;
  // Most rows of a page are white all along: they are told at once.
  const whiteRow = Buffer.alloc(4 * width, 0xff);
  for (let y = 0; y < height; y++) {
    const start = width * y;
    if (whiteRow.compare(pixels, 4 * start, 4 * (start + width)) === 0) continue;
    for (let from = start, to = start + y + 1; from < start + width; from++, to++) {
      const colour = colours[from];
      if (colour === WHITE) continue;
      let hash = Math.imul(colour, 0x9e3779b1) >>> 22;
      while (places[hash] >= 0 && known[hash] !== colour) hash = (hash + 1) % HASHES;
      if (places[hash] < 0) {
        if (++count > 255) return null;
        known[hash] = colour;
        places[hash] = count;
        pixels.copy(palette, 3 * count, 4 * from, 4 * from + 3);
      }
      rows[to] = places[hash];
    }
  }
  return { rows, palette: palette.subarray(0, 3 * (count + 1)) };
}

/** Places of the table that finds colours: four times as many as there may be colours. */
const HASHES = 1024;

/** The rows of a PNG of all colours from pixels of four bytes, each row with the sign for “no filter”, 0, before it. */
function colourRows(pixels: Buffer, width: number): Buffer {
  const height = pixels.length / 4 / width;
  const rows = Buffer.alloc((3 * width + 1) * height);
  for (let y = 0, from = 0; y < height; y++) {
    for (let to = (3 * width + 1) * y + 1, end = to + 3 * width; to < end; from += 4, to += 3) {
      rows[to] = pixels[from];
      rows[to + 1] = pixels[from + 1];
      rows[to + 2] = pixels[from + 2];
    }
  }
  return rows;
}

const SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** A part of a PNG file: its length, name and content with their checksum. */
function chunk(name: string, content: Buffer): Buffer {
  const [length, body, sum] = [Buffer.alloc(4), Buffer.concat([Buffer.from(name, 'latin1'), content]), Buffer.alloc(4)];
  length.writeUInt32BE(content.length);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
}
