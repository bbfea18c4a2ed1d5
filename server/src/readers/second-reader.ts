import { cropped, resized, type Grey } from '@umber/core/pictures';
import { alphabet, reader, runtime } from './models.js';
import { decodeCharacters, type CharacterReading } from './character-sequence.js';

/** Height that the model reads at, in pixels. */
const HEIGHT = 48;
/** Crops are set narrower than they are: as well read, and sooner. */
const SQUEEZED = 0.9;
const NARROWEST = 48;
const WIDEST = 1600;

export interface CropBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** White around a word's ink that helps the reader, as a share of its height. */
const AROUND = 0.18;

/** The crop that a word's box is best read in. */
export function cropAround({ x, y, width, height }: CropBox): CropBox {
  const margin = Math.round(AROUND * Math.max(height, 16));
  return { x: x - margin, y: y - margin, width: width + 2 * margin, height: height + 2 * margin };
}

let characters: string[] | undefined;

/** Reads the parts of the picture that the boxes cover, each as one line of print. Answers in the order of the boxes. */
export async function readCrops(picture: Grey, boxes: readonly CropBox[]): Promise<CharacterReading[]> {
  characters ??= alphabet();
  const [{ Tensor }, session] = await Promise.all([runtime(), reader()]);
  const answers: CharacterReading[] = [];
  // One by one: read together, crops of different widths would be padded to the widest.
  for (const box of boxes) {
    const { width, data } = cropOf(picture, box);
    const size = HEIGHT * width;
    const input = new Float32Array(3 * size);
    for (let i = 0; i < size; i++) input[i] = data[i] / 127.5 - 1;
    input.copyWithin(size, 0, size);
    input.copyWithin(2 * size, 0, size);
    const answer = await session.run({ [session.inputNames[0]]: new Tensor('float32', input, [1, 3, HEIGHT, width]) });
    const output = answer[session.outputNames[0]];
    answers.push(decodeCharacters(output.data as Float32Array, output.dims[1], characters));
  }
  return answers;
}

function cropOf(picture: Grey, box: CropBox): Grey {
  const [x, y] = [Math.floor(box.x), Math.floor(box.y)];
  const [width, height] = [Math.max(2, Math.ceil(box.width)), Math.max(2, Math.ceil(box.height))];
  const part = cropped(picture, x, y, width, height);
  return resized(part, Math.min(WIDEST, Math.max(NARROWEST, Math.round((SQUEEZED * width * HEIGHT) / height))), HEIGHT);
}
