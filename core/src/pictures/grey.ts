/** A picture in shades of grey: one byte a pixel, row by row, 0 black to 255 white. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** A picture of one shade. */
export function blank(width: number, height: number, shade = 255): Grey {
  return { width, height, data: new Uint8Array(width * height).fill(shade) };
}

/** From four bytes a pixel (red, green, blue, opacity) as canvases give them; what is see-through is paper. */
export function greyOfRgba(rgba: Uint8Array | Uint8ClampedArray, width: number, height: number): Grey {
  const data = new Uint8Array(width * height);
  for (let i = 0, p = 0; i < data.length; i++, p += 4) {
    const shade = (rgba[p] * 77 + rgba[p + 1] * 151 + rgba[p + 2] * 28) >> 8;
    const opacity = rgba[p + 3];
    data[i] = opacity === 255 ? shade : Math.round((shade * opacity + 255 * (255 - opacity)) / 255);
  }
  return { width, height, data };
}

/** The picture made smaller by averaging, so that its longer side has at most `longest` pixels; as it is where it is small already. */
export function shrunk(picture: Grey, longest: number): Grey {
  const scale = longest / Math.max(picture.width, picture.height);
  if (scale >= 1) return picture;
  const blocks = averaged(picture, Math.floor(1 / scale));
  return resized(blocks, Math.max(1, Math.round(picture.width * scale)), Math.max(1, Math.round(picture.height * scale)));
}

/** The picture with each block of `side` by `side` pixels as one; what is left over at the right and below is dropped. */
export function averaged(picture: Grey, side: number): Grey {
  if (side <= 1) return picture;
  const [width, height] = [Math.max(1, Math.floor(picture.width / side)), Math.max(1, Math.floor(picture.height / side))];
  const { data } = picture;
  const blocks = new Uint8Array(width * height);
  for (let y = 0, block = 0; y < height; y++) {
    for (let x = 0; x < width; x++, block++) {
      let sum = 0;
      let from = y * side * picture.width + x * side;
      for (let row = 0; row < side; row++, from += picture.width) for (let at = from; at < from + side; at++) sum += data[at];
      blocks[block] = sum / (side * side);
    }
  }
  return { width, height, data: blocks };
}

/** The picture at another size: averaged where it gets smaller, blended between neighbours where it grows. */
export function resized(picture: Grey, width: number, height: number): Grey {
  if (width === picture.width && height === picture.height) return picture;
  const across = weights(picture.width, width);
  const down = weights(picture.height, height);
  const half = new Float32Array(width * picture.height);
  for (let y = 0, at = 0; y < picture.height; y++) {
    const row = y * picture.width;
    for (let x = 0; x < width; x++, at++) {
      let sum = 0;
      let from = row + across.from[x];
      for (let i = across.start[x]; i < across.start[x + 1]; i++) sum += picture.data[from++] * across.parts[i];
      half[at] = sum;
    }
  }
  const data = new Uint8Array(width * height);
  const line = new Float32Array(width);
  for (let y = 0; y < height; y++) {
    line.fill(0.5);
    let row = down.from[y] * width;
    for (let i = down.start[y]; i < down.start[y + 1]; i++, row += width) {
      const part = down.parts[i];
      for (let x = 0; x < width; x++) line[x] += half[row + x] * part;
    }
    data.set(line, y * width);
  }
  return { width, height, data };
}

/** For each new pixel along one side: the first old pixel that counts, and from `start` on the share of each. The shares sum to one. */
function weights(old: number, now: number): { from: Int32Array; start: Int32Array; parts: Float32Array } {
  const scale = old / now;
  const reach = Math.max(1, scale);
  const [from, start] = [new Int32Array(now), new Int32Array(now + 1)];
  const all: number[] = [];
  for (let i = 0; i < now; i++) {
    const centre = (i + 0.5) * scale - 0.5;
    const first = Math.min(old - 1, Math.max(0, Math.floor(centre - reach) + 1));
    const last = Math.max(first, Math.min(old - 1, Math.ceil(centre + reach) - 1));
    let sum = 0;
    for (let at = first; at <= last; at++) sum += Math.max(1e-6, 1 - Math.abs(at - centre) / reach);
    for (let at = first; at <= last; at++) all.push(Math.max(1e-6, 1 - Math.abs(at - centre) / reach) / sum);
    from[i] = first;
    start[i + 1] = all.length;
  }
  return { from, start, parts: Float32Array.from(all) };
}

/** A part of the picture; what lies outside it is white. */
export function cropped(picture: Grey, x: number, y: number, width: number, height: number): Grey {
  const out = blank(width, height);
  for (let row = 0; row < height; row++) {
    const from = y + row;
    if (from < 0 || from >= picture.height) continue;
    const first = Math.max(0, -x);
    const last = Math.min(width, picture.width - x);
    if (last > first)
      out.data.set(picture.data.subarray(from * picture.width + x + first, from * picture.width + x + last), row * width + first);
  }
  return out;
}

/** The picture turned clockwise by quarter turns (0 to 3). */
export function turned(picture: Grey, quarters: number): Grey {
  const turns = ((quarters % 4) + 4) % 4;
  if (turns === 0) return picture;
  const { width: w, height: h, data } = picture;
  const out = new Uint8Array(data.length);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const to = turns === 1 ? x * h + (h - 1 - y) : turns === 2 ? (h - 1 - y) * w + (w - 1 - x) : (w - 1 - x) * h + y;
      out[to] = data[y * w + x];
    }
  }
  return turns === 2 ? { width: w, height: h, data: out } : { width: h, height: w, data: out };
}

/** The shade that parts dark from light best (Otsu 1979). */
export function threshold(picture: Grey): number {
  const counts = new Float64Array(256);
  for (const shade of picture.data) counts[shade]++;
  const total = picture.data.length;
  let all = 0;
  for (let shade = 0; shade < 256; shade++) all += shade * counts[shade];
  let [best, at, below, sum] = [-1, 127, 0, 0];
  for (let shade = 0; shade < 255; shade++) {
    below += counts[shade];
    sum += shade * counts[shade];
    if (below === 0 || below === total) continue;
    const apart = sum / below - (all - sum) / (total - below);
    const spread = below * (total - below) * apart * apart;
    if (spread > best) [best, at] = [spread, shade];
  }
  return at;
}
