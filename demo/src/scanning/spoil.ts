import { blank, rotation, warped, fromPoints, resized, threshold, type Grey } from '@umber/core/pictures';
import { Random } from '../random/index.js';

/** How badly a page was scanned. */
export type Damage = 'easy' | 'medium' | 'hard' | 'fax' | 'photo';
export const DAMAGES: readonly Damage[] = ['easy', 'medium', 'hard', 'fax', 'photo'];

/** Resolution that pages are drawn at before they are spoilt, in pixels an inch. */
export const DRAWN_AT = 300;
/** Pixels an inch of the spoilt page. */
export const RESOLUTIONS: Readonly<Record<Damage, number>> = { easy: 300, medium: 220, hard: 200, fax: 204, photo: 230 };

/** The page as a scanner, a fax or a telephone would hand it over at so many pixels an inch; the same for the same seed. */
export function spoilt(page: Grey, damage: Damage, seed: number, resolution = RESOLUTIONS[damage]): Grey {
  const random = new Random(seed * 31 + DAMAGES.indexOf(damage));
  const scale = resolution / DRAWN_AT;
  const [width, height] = [Math.round(page.width * scale), Math.round(page.height * scale)];
  const spread = { easy: 0.5, medium: 1.2, hard: 2.5, fax: 0.8, photo: 2 }[damage];
  let picture = resized(page, width, height);
  picture =
    damage === 'photo'
      ? photographed(picture, random)
      : warped(picture, rotation((random.next() * 2 - 1) * spread, width, height), width, height);
  if (damage === 'hard' || damage === 'photo') picture = blurred(picture);
  const noise = { easy: 3, medium: 9, hard: 16, fax: 14, photo: 7 }[damage];
  const shade = { easy: 0, medium: 12, hard: 45, fax: 20, photo: 60 }[damage];
  const tilt = random.next() * Math.PI * 2;
  const [across, down] = [Math.cos(tilt), Math.sin(tilt)];
  const data = picture.data.map((value, i) => {
    const [x, y] = [(i % picture.width) / picture.width - 0.5, Math.floor(i / picture.width) / picture.height - 0.5];
    const dark = shade * (0.5 + x * across + y * down);
    const grain = (random.next() + random.next() + random.next() - 1.5) * noise;
    return Math.max(0, Math.min(255, value * 0.92 + 12 - dark + grain));
  });
  picture = { ...picture, data };
  if (damage !== 'fax') return picture;
  const limit = threshold(picture);
  return {
    ...picture,
    data: picture.data.map((value) => (random.chance(0.0006) ? 255 - (value > limit ? 255 : 0) : value > limit ? 255 : 0)),
  };
}

/** Specks on a page of worn paper, one to three pixels wide. */
export function specked(page: Grey, seed: number): Grey {
  const random = new Random(seed * 17 + 5);
  const data = new Uint8Array(page.data);
  for (let i = 0; i < SPECKS; i++) {
    const [x, y, size, shade] = [
      random.whole(0, page.width - 4),
      random.whole(0, page.height - 4),
      random.whole(1, 3),
      random.whole(40, 150),
    ];
    for (let row = y; row < y + size; row++) data.fill(shade, row * page.width + x, row * page.width + x + size);
  }
  return { ...page, data };
}
const SPECKS = 160;

/** Seen at a slant on a darker table. */
function photographed(page: Grey, random: Random): Grey {
  const edge = Math.round(page.width * 0.06);
  const [width, height] = [page.width + 2 * edge, page.height + 2 * edge];
  const off = () => edge * (0.4 + random.next() * 0.9);
  const from = [
    { x: 0, y: 0 },
    { x: page.width, y: 0 },
    { x: page.width, y: page.height },
    { x: 0, y: page.height },
  ];
  const to = [
    { x: off(), y: off() },
    { x: width - off(), y: off() },
    { x: width - off(), y: height - off() },
    { x: off(), y: height - off() },
  ];
  const marked = { ...page, data: page.data.map((value) => Math.max(1, value)) };
  const table = blank(width, height, 70);
  const seen = warped(marked, fromPoints(from, to), width, height);
  const sheet = warped({ ...page, data: new Uint8Array(page.data.length) }, fromPoints(from, to), width, height);
  return { width, height, data: seen.data.map((value, i) => (sheet.data[i] > 127 ? table.data[i] + ((i * 7919) % 13) : value)) };
}

function blurred(picture: Grey): Grey {
  const { width, height, data } = picture;
  const out = new Uint8Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      const left = x > 0 ? data[at - 1] : data[at];
      const right = x < width - 1 ? data[at + 1] : data[at];
      const above = y > 0 ? data[at - width] : data[at];
      const below = y < height - 1 ? data[at + width] : data[at];
      out[at] = (data[at] * 4 + left + right + above + below) / 8;
    }
  return { width, height, data: out };
}
