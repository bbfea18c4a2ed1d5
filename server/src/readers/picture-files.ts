import { crc32, deflate } from 'node:zlib';
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
 * longer than drawing the page; print on white is as small without filters at the lightest, and a third of the bytes
 * where its colours are few enough for a palette.
 */
export async function pngOf(canvas: Canvas): Promise<Uint8Array> {
  const { width, height } = canvas;
  const indexed = indexedRows(canvas);
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, indexed ? OF_PALETTE : OF_COLOURS], 8); // eight bits an index, or each of red, green and blue
  const packed = await deflated(indexed?.rows ?? colourRows(canvas), { level: 1 });
  const palette = indexed ? [chunk('PLTE', indexed.palette)] : [];
  return Buffer.concat([SIGNATURE, chunk('IHDR', head), ...palette, chunk('IDAT', packed), chunk('IEND', Buffer.alloc(0))]);
}

/** Kinds of colour in a PNG's head (PNG, third edition, 11.2.1). */
const OF_COLOURS = 2;
const OF_PALETTE = 3;

/** The rows of a PNG with a palette from those of a canvas, each with the sign for “no filter”, 0, before it; null where there are more than 256 colours. */
function indexedRows(canvas: Canvas): { rows: Buffer; palette: Buffer } | null {
  const { width, height } = canvas;
  const rows = Buffer.alloc((width + 1) * height);
  const palette = Buffer.alloc(3 * 256);
  // Where a colour's place in the palette is found: by a hash, then by looking on until it is met. Place 0 is white.
  const [colours, places] = [new Uint32Array(HASHES), new Int16Array(HASHES).fill(-1)];
  let known = 0;
  let [last, place] = [0xffffffff, 0];
  palette.fill(0xff, 0, 3);
  for (const { y, rgba } of printedRows(canvas)) {
    const pixels = new Uint32Array(rgba.buffer, rgba.byteOffset, width);
    for (let x = 0, to = (width + 1) * y + 1; x < width; x++, to++) {
      const colour = pixels[x];
      if (colour !== last) {
        last = colour;
        if (colour === 0xffffffff) place = 0;
        else {
          let hash = Math.imul(colour, 0x9e3779b1) >>> 22;
          while (places[hash] >= 0 && colours[hash] !== colour) hash = (hash + 1) % HASHES;
          if (places[hash] < 0) {
            if (++known > 255) return null;
            colours[hash] = colour;
            places[hash] = known;
            rgba.copy(palette, 3 * known, 4 * x, 4 * x + 3);
          }
          place = places[hash];
        }
      }
      rows[to] = place;
    }
  }
  return { rows, palette: palette.subarray(0, 3 * (known + 1)) };
}

/** Places of the table that finds colours: four times as many as there may be colours. */
const HASHES = 1024;

/** The rows of a PNG of all colours, each with the sign for “no filter”, 0, before it. */
function colourRows(canvas: Canvas): Buffer {
  const { width, height } = canvas;
  const rows = Buffer.alloc((3 * width + 1) * height, 0xff);
  for (let y = 0; y < height; y++) rows[(3 * width + 1) * y] = 0;
  for (const { y, rgba } of printedRows(canvas)) {
    for (let from = 0, to = (3 * width + 1) * y + 1; from < rgba.length; from += 4, to += 3) {
      rows[to] = rgba[from];
      rows[to + 1] = rgba[from + 1];
      rows[to + 2] = rgba[from + 2];
    }
  }
  return rows;
}

/** Rows of pixels that are fetched at once: few enough to stay in the processor's cache. */
const STRIP = 64;

/** The rows of a canvas that are not all white: most rows of a page are. */
function* printedRows(canvas: Canvas): Generator<{ y: number; rgba: Buffer }> {
  const { width, height } = canvas;
  const context = canvas.getContext('2d');
  const white = Buffer.alloc(4 * width, 0xff);
  for (let top = 0; top < height; top += STRIP) {
    const { data } = context.getImageData(0, top, width, Math.min(STRIP, height - top));
    const strip = Buffer.from(data.buffer, data.byteOffset, data.byteLength);
    for (let from = 0; from < strip.length; from += white.length)
      if (white.compare(strip, from, from + white.length) !== 0)
        yield { y: top + from / white.length, rgba: strip.subarray(from, from + white.length) };
  }
}

const SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** A part of a PNG file: its length, name and content with their checksum. */
function chunk(name: string, content: Buffer): Buffer {
  const [length, body, sum] = [Buffer.alloc(4), Buffer.concat([Buffer.from(name, 'latin1'), content]), Buffer.alloc(4)];
  length.writeUInt32BE(content.length);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, sum]);
}
