import {
  after,
  averaged,
  crisp,
  cropped,
  darkOnLight,
  directionOf,
  evenlyLit,
  fromPoints,
  patchBox,
  quarterTurns,
  rotation,
  scaling,
  sheetOf,
  skewOf,
  turned,
  UNCHANGED,
  warped,
  type Grey,
  type Point,
  type TextPatch,
  type Transform,
} from '@umber/core/pictures';
import { LIMITS } from './limits.js';
import { readCrops, type CropBox } from './second-reader.js';
import type { CharacterReading } from './character-sequence.js';
import { findText } from './text-finder.js';

/** A page made upright, level and evenly lit. */
export interface Straightened {
  readonly picture: Grey;
  /** From pixels of the page as it came to pixels of `picture`. */
  readonly map: Transform;
  /** Pixels of `picture` an inch of the page, as far as is known. */
  readonly resolution: number;
  /** Lines of print in `picture`. */
  readonly lines: readonly CropBox[];
  /** What some of the lines say, as a first look. */
  readonly glimpse: readonly string[];
}

/** Height in pixels that a line of print should have to be read well, measured as the text finder's box. */
const LINE_HEIGHT = 50;
const PREVIEW = 1300;
/** Lines that are read as a first look, and those of them that are read both ways up to tell which way is up. */
const TRIED = 7;
const TURNED = 3;

/** Turns, levels and lights a scanned page. `resolution` is in pixels an inch, where known; `further` the quarter turns, clockwise, that a person adds. */
export async function straighten(page: Grey, resolution: number | null, further = 0): Promise<Straightened> {
  const small = averaged(page, Math.max(1, Math.round(Math.max(page.width, page.height) / PREVIEW)));
  const factor = small.width / page.width;
  const patches = (await findText(small)).map((patch) => enlarged(patch, 1 / factor));
  const corners = sheetOf(small)?.map(({ x, y }) => ({ x: x / factor, y: y / factor })) ?? null;
  const sheet = corners ? rectified(corners) : { map: UNCHANGED, width: page.width, height: page.height };
  const direction = directionOf(patches);
  const turns = direction?.lying ? 1 : 0;
  const [width, height] = turns === 1 ? [sheet.height, sheet.width] : [sheet.width, sheet.height];
  let map = after(quarterTurns(turns, sheet.width, sheet.height), sheet.map);
  map = after(levelling(small, factor, map, width, height, corners ? 0 : (direction?.angle ?? 0)), map);
  const inches = width / (resolution ?? Math.min(width, height) / 8.27);
  const scale = scaleFor(patches, map, width, height);
  const size: [number, number] = [Math.round(width * scale), Math.round(height * scale)];
  map = after(scaling(scale), map);
  let picture = crisp(evenlyLit(darkOnLight(warped(page, map, ...size))));
  const glimpse = await glance(picture, boxesOf(patches, map));
  if (glimpse.upsideDown) {
    picture = turned(picture, 2);
    map = after(quarterTurns(2, ...size), map);
  }
  if (further > 0) {
    picture = turned(picture, further);
    map = after(quarterTurns(further, ...size), map);
  }
  return { picture, map, resolution: size[0] / inches, lines: boxesOf(patches, map), glimpse: glimpse.texts };
}

const enlarged = (patch: TextPatch, factor: number): TextPatch => ({
  ...patch,
  area: patch.area * factor * factor,
  points: patch.points.map(({ x, y }) => ({ x: x * factor, y: y * factor })),
});

/** The map that lays a sheet's corners on a rectangle of about the sheet's size. */
function rectified(corners: readonly Point[]) {
  const [tl, tr, br, bl] = corners;
  const length = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
  const [width, height] = [Math.round((length(tl, tr) + length(bl, br)) / 2), Math.round((length(tl, bl) + length(tr, br)) / 2)];
  return { map: fromPoints(corners, cornersOf(width, height)), width, height };
}

const cornersOf = (width: number, height: number): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/** Levels the lines of print; where they lean differently above and below, as on a page seen at a slant, each half its own way. */
function levelling(small: Grey, factor: number, map: Transform, width: number, height: number, leaning: number): Transform {
  const preview = (levelled: Transform) => {
    const [w, h] = [Math.round(width * factor), Math.round(height * factor)];
    return warped(small, after(scaling(factor), after(levelled, after(map, scaling(1 / factor)))), w, h);
  };
  let level = rotation(leaning, width, height);
  const skew = skewOf(preview(level), Math.abs(leaning) > 2 ? 2 : 6);
  if (skew !== null) level = rotation(leaning + skew, width, height);
  const straight = preview(level);
  const [above, below] = [skewOf(straight, 2, 0, 0.5), skewOf(straight, 2, 0.5, 1)];
  if (above === null || below === null || Math.abs(above - below) < 0.25) return level;
  const lean = (share: number) => Math.tan(((above + (below - above) * (share - 0.25) * 2) * Math.PI) / 180) * (width / 2);
  const slanted = [
    { x: 0, y: -lean(0) },
    { x: width, y: lean(0) },
    { x: width, y: height + lean(1) },
    { x: 0, y: height - lean(1) },
  ];
  return after(fromPoints(slanted, cornersOf(width, height)), level);
}

const boxesOf = (patches: readonly TextPatch[], map: Transform): CropBox[] => patches.map((patch) => patchBox(patch, map));

/** By how much to grow or shrink the page so that its print is of the height that reads best. */
function scaleFor(patches: readonly TextPatch[], map: Transform, width: number, height: number): number {
  const heights = boxesOf(patches, map)
    .filter((box) => box.width > 2 * box.height)
    .map((box) => box.height)
    .sort((a, b) => a - b);
  const usual = heights[Math.floor(heights.length / 2)] ?? LINE_HEIGHT;
  return Math.min(Math.max(0.6, Math.min(2, LINE_HEIGHT / usual)), Math.sqrt(LIMITS.pixels / (width * height)));
}

/** Mean score of the characters of lines that are surely upright. Upside down, clear print reached 0.79 at most. */
const UPRIGHT = 0.93;

/**
 * Reads a few lines, and where they do not read well also the other way up: which way reads better, and what they say
 * that way. Short lines are as telling and quicker.
 */
async function glance(picture: Grey, lines: readonly CropBox[]): Promise<{ upsideDown: boolean; texts: string[] }> {
  const tried = lines
    .filter((box) => box.width > 2.5 * box.height && box.width < 7 * box.height)
    .sort((a, b) => b.width - a.width)
    .slice(0, TRIED);
  const both = tried.slice(0, TURNED);
  const upright = await readCrops(picture, both);
  const scores = lettersOf(upright);
  if (mean(scores) < UPRIGHT) {
    const over = both.map((box) =>
      turned(cropped(picture, Math.round(box.x), Math.round(box.y), Math.round(box.width), Math.round(box.height)), 2),
    );
    const turnedOver = (
      await Promise.all(over.map((crop) => readCrops(crop, [{ x: 0, y: 0, width: crop.width, height: crop.height }])))
    ).flat();
    if (sum(lettersOf(turnedOver)) > sum(scores)) return { upsideDown: true, texts: turnedOver.map(({ text }) => text) };
  }
  const rest = await readCrops(picture, tried.slice(TURNED));
  return { upsideDown: false, texts: [...upright, ...rest].map(({ text }) => text) };
}

/** The scores of the letters and digits that were read. */
const lettersOf = (readings: readonly CharacterReading[]): number[] =>
  readings.flatMap(({ characters }) =>
    characters.filter(({ character }) => /[\p{Script=Latin}\d]/u.test(character)).map(({ score }) => score),
  );

const sum = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0);
const mean = (values: readonly number[]): number => (values.length === 0 ? 0 : sum(values) / values.length);
