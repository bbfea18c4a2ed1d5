import { deflate, crc32 } from 'node:zlib';
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

const deflated = promisify(deflate);

/**
 * A PNG of the canvas, all opaque. The canvas's own writer tries every filter at the hardest compression, which takes
 * longer than drawing the page; print on white is as small without filters at the lightest.
 */
export async function pngOf(canvas: Canvas): Promise<Uint8Array> {
  const { width, height } = canvas;
  const { data } = canvas.getContext('2d').getImageData(0, 0, width, height);
  const rows = rowsOfPng(Buffer.from(data.buffer, data.byteOffset, data.byteLength), width, height);
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2], 8); // eight bits each of red, green and blue
  const packed = await deflated(rows, { level: 1 });
  return Buffer.concat([SIGNATURE, chunk('IHDR', head), chunk('IDAT', packed), chunk('IEND', Buffer.alloc(0))]);
}

/** The rows of a PNG from those of a canvas, each with the sign for “no filter”, 0, before it. Most rows of a page are white. */
function rowsOfPng(rgba: Buffer, width: number, height: number): Buffer {
  const white = Buffer.alloc(4 * width, 0xff);
  const rows = Buffer.alloc((3 * width + 1) * height, 0xff);
  for (let y = 0; y < height; y++) {
    let [from, to] = [4 * width * y, (3 * width + 1) * y];
    rows[to++] = 0;
    const end = from + 4 * width;
    if (white.compare(rgba, from, end) === 0) continue;
    for (; from < end; from += 4, to += 3) {
      rows[to] = rgba[from];
      rows[to + 1] = rgba[from + 1];
      rows[to + 2] = rgba[from + 2];
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
