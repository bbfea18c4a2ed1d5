import { imageSize } from 'image-size';
import { greyOfRgba, type Grey } from '@umber/core/pictures';
import { UnreadableFile } from './unreadable-file.js';
import { LIMITS } from './limits.js';

/** One page of an image file, and how many of its pixels make a point, where it says so. */
export interface ImagePage {
  readonly picture: Grey;
  /** Pixels an inch as the file says it; null where it does not or where it makes no sense. */
  readonly resolution: number | null;
}

export type ImageKind = 'png' | 'jpeg' | 'tiff';

/** What kind of image the bytes begin like; null for anything else. */
export function imageKind(bytes: Uint8Array): ImageKind | null {
  const starts = (...signs: number[]) => signs.every((sign, i) => bytes[i] === sign);
  if (starts(0x89, 0x50, 0x4e, 0x47)) return 'png';
  if (starts(0xff, 0xd8, 0xff)) return 'jpeg';
  if (starts(0x49, 0x49, 42, 0) || starts(0x4d, 0x4d, 0, 42)) return 'tiff';
  return null;
}

/** The pages of an image file one after the other, so that only one lies in memory. @throws UnreadableFile. */
export async function* imagePages(bytes: Uint8Array, kind: ImageKind): AsyncGenerator<ImagePage> {
  if (kind === 'tiff') yield* tiffPages(bytes);
  else yield { picture: await decoded(bytes), resolution: kind === 'png' ? pngResolution(bytes) : jpegResolution(bytes) };
}

const tooLarge = (width: number, height: number) =>
  new UnreadableFile({ code: 'too-many-pixels', width, height, most: LIMITS.sourcePixels });
const damaged = () => new UnreadableFile({ code: 'damaged', what: 'picture' });

async function decoded(bytes: Uint8Array): Promise<Grey> {
  const { createCanvas, loadImage } = await import('@napi-rs/canvas');
  let size: { width: number; height: number };
  try {
    size = imageSize(bytes);
  } catch {
    throw damaged();
  }
  if (size.width * size.height > LIMITS.sourcePixels) throw tooLarge(size.width, size.height);
  try {
    const image = await loadImage(Buffer.from(bytes));
    const scale = fitting(image.width, image.height);
    const [width, height] = [Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale))];
    const context = createCanvas(width, height).getContext('2d');
    context.imageSmoothingQuality = 'high';
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, width, height);
    context.drawImage(image, 0, 0, width, height);
    return greyOfRgba(context.getImageData(0, 0, width, height).data, width, height);
  } catch {
    throw damaged();
  }
}

/** By how much a picture must shrink to be worked on. */
const fitting = (width: number, height: number) => Math.min(1, Math.sqrt(LIMITS.pixels / Math.max(1, width * height)));

async function* tiffPages(bytes: Uint8Array): AsyncGenerator<ImagePage> {
  const { default: UTIF } = await import('utif2');
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
  let pages: ReturnType<typeof UTIF.decode>;
  try {
    pages = UTIF.decode(buffer);
  } catch {
    throw damaged();
  }
  const number = (value: unknown) => (Array.isArray(value) && typeof value[0] === 'number' ? value[0] : 0);
  const whole = pages.filter((page) => number(page.t256) > 0 && number(page.t257) > 0 && (number(page.t254) & 1) === 0);
  if (whole.length === 0) throw damaged();
  if (whole.length > LIMITS.pages) throw new UnreadableFile({ code: 'too-many-pages', pages: whole.length, most: LIMITS.pages });
  for (const page of whole) {
    const [width, height] = [number(page.t256), number(page.t257)];
    if (width * height > LIMITS.sourcePixels) throw tooLarge(width, height);
    let picture: Grey;
    try {
      if (number(page.t259) === JPEG_IN_TIFF) picture = await jpegStrips(bytes, page as unknown as Strips, width, height);
      else {
        UTIF.decodeImage(buffer, page);
        if (page.data.length === 0) throw damaged();
        picture = greyOfRgba(UTIF.toRGBA8(page), width, height);
      }
    } catch {
      throw damaged();
    }
    const unit = number(page.t296) === 3 ? 2.54 : 1;
    yield { picture, resolution: sensible(ratio(page.t282) * unit) };
    page.data = new Uint8Array(0);
  }
}

/** A TIFF entry that is a numerator and a denominator; 0 where it is none. */
function ratio(value: unknown): number {
  const [pair] = Array.isArray(value) ? (value as unknown[]) : [];
  const [numerator, denominator] = Array.isArray(pair) ? (pair as unknown[]) : [];
  return typeof numerator === 'number' && typeof denominator === 'number' && denominator > 0 ? numerator / denominator : 0;
}

/** Compression 7 of TIFF Technical Note 2: strips or tiles that are JPEG streams sharing their tables. */
const JPEG_IN_TIFF = 7;

/** The entries of a TIFF directory that say where its strips or tiles lie. */
interface Strips {
  readonly t273?: number[];
  readonly t279?: number[];
  readonly t278?: number[];
  readonly t322?: number[];
  readonly t323?: number[];
  readonly t324?: number[];
  readonly t325?: number[];
  readonly t347?: number[];
}

async function jpegStrips(bytes: Uint8Array, page: Strips, width: number, height: number): Promise<Grey> {
  const { createCanvas, loadImage } = await import('@napi-rs/canvas');
  const offsets = page.t324 ?? page.t273 ?? [];
  const lengths = page.t325 ?? page.t279 ?? [];
  const partWidth = page.t322?.[0] ?? width;
  const partHeight = page.t323?.[0] ?? page.t278?.[0] ?? height;
  const across = Math.ceil(width / partWidth);
  const tables = page.t347 ? Buffer.from(page.t347).subarray(0, -2) : null;
  const scale = fitting(width, height);
  const [w, h] = [Math.round(width * scale), Math.round(height * scale)];
  const context = createCanvas(w, h).getContext('2d');
  for (const [i, offset] of offsets.entries()) {
    const stream = bytes.subarray(offset, offset + lengths[i]);
    const image = await loadImage(tables ? Buffer.concat([tables, stream.subarray(2)]) : Buffer.from(stream));
    const [x, y] = [(i % across) * partWidth, Math.floor(i / across) * partHeight];
    context.drawImage(image, x * scale, y * scale, image.width * scale, image.height * scale);
  }
  return greyOfRgba(context.getImageData(0, 0, w, h).data, w, h);
}

const sensible = (resolution: number): number | null => (resolution >= 90 && resolution <= 1200 ? resolution : null);

/** The resolution in a PNG's pHYs chunk, which is in pixels a metre. */
function pngResolution(bytes: Uint8Array): number | null {
  const at = Buffer.from(bytes.buffer, bytes.byteOffset, Math.min(bytes.length, 4096)).indexOf('pHYs', 0, 'latin1');
  if (at < 0 || at + 13 > bytes.length || bytes[at + 12] !== 1) return null;
  return sensible(new DataView(bytes.buffer, bytes.byteOffset).getUint32(at + 4) * 0.0254);
}

/** The resolution in a JPEG's JFIF segment. */
function jpegResolution(bytes: Uint8Array): number | null {
  const at = Buffer.from(bytes.buffer, bytes.byteOffset, Math.min(bytes.length, 4096)).indexOf('JFIF\0', 0, 'latin1');
  if (at < 0 || at + 10 > bytes.length) return null;
  const [unit, density] = [bytes[at + 7], (bytes[at + 8] << 8) | bytes[at + 9]];
  return unit === 1 ? sensible(density) : unit === 2 ? sensible(density * 2.54) : null;
}
