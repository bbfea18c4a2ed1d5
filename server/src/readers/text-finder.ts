import { resized, textPatches, type Grey, type TextPatch } from '@umber/core/pictures';
import { finder, runtime } from './models.js';

/** Pixels of the longer side that the finder looks at. */
const LOOKED_AT = 832;
const MEAN = [0.485, 0.456, 0.406];
const SPREAD = [0.229, 0.224, 0.225];

/** Where lines of print lie in the picture, in its own pixels, whichever way they run. */
export async function findText(picture: Grey): Promise<TextPatch[]> {
  const scale = Math.min(1.5, LOOKED_AT / Math.max(picture.width, picture.height));
  const side = (length: number) => Math.max(32, Math.round((length * scale) / 32) * 32);
  const [width, height] = [side(picture.width), side(picture.height)];
  const { data } = resized(picture, width, height);
  const size = width * height;
  const input = new Float32Array(3 * size);
  for (let channel = 0; channel < 3; channel++) {
    const shades = Float32Array.from({ length: 256 }, (_, shade) => (shade / 255 - MEAN[channel]) / SPREAD[channel]);
    for (let i = 0, at = channel * size; i < size; i++, at++) input[at] = shades[data[i]];
  }
  const [{ Tensor }, session] = await Promise.all([runtime(), finder()]);
  const answer = await session.run({ [session.inputNames[0]]: new Tensor('float32', input, [1, 3, height, width]) });
  const map = answer[session.outputNames[0]].data as Float32Array;
  const [sx, sy] = [picture.width / width, picture.height / height];
  return textPatches(map, width).map((patch) => ({
    ...patch,
    area: patch.area * sx * sy,
    points: patch.points.map(({ x, y }) => ({ x: x * sx, y: y * sy })),
  }));
}
