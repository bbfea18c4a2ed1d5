import { cropped, resized, type Grey } from '@umber/core/pictures';
import { alphabet, reader, runtime } from './models.js';
import { decodeSigns, type SignReading } from './sign-sequence.js';

/** Height that the model reads at, in pixels. */
const HEIGHT = 48;
const NARROWEST = 48;
const WIDEST = 1600;
/** Crops read in one go; of about the same width, so that little of it is padding. */
const BATCH = 8;

export interface CropBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

let signs: string[] | undefined;

/** Reads the parts of the picture that the boxes cover, each as one line of print. Answers in the order of the boxes. */
export async function readCrops(picture: Grey, boxes: readonly CropBox[]): Promise<SignReading[]> {
  signs ??= alphabet();
  const crops = boxes.map((box, index) => ({ index, picture: cropOf(picture, box) })).sort((a, b) => a.picture.width - b.picture.width);
  const answers: SignReading[] = new Array(boxes.length);
  const [{ Tensor }, session] = await Promise.all([runtime(), reader()]);
  for (let from = 0; from < crops.length; from += BATCH) {
    const batch = crops.slice(from, from + BATCH);
    const width = Math.max(NARROWEST, ...batch.map((crop) => crop.picture.width));
    const input = new Float32Array(batch.length * 3 * HEIGHT * width);
    for (const [i, crop] of batch.entries()) {
      for (let y = 0; y < HEIGHT; y++) {
        for (let x = 0; x < crop.picture.width; x++) {
          const shade = crop.picture.data[y * crop.picture.width + x] / 127.5 - 1;
          for (let channel = 0; channel < 3; channel++) input[((i * 3 + channel) * HEIGHT + y) * width + x] = shade;
        }
      }
    }
    const answer = await session.run({ [session.inputNames[0]]: new Tensor('float32', input, [batch.length, 3, HEIGHT, width]) });
    const output = answer[session.outputNames[0]];
    const [, steps, count] = output.dims;
    for (const [i, crop] of batch.entries()) {
      const own = (output.data as Float32Array).subarray(i * steps * count, (i + 1) * steps * count);
      answers[crop.index] = decodeSigns(own, steps, signs, crop.picture.width / width);
    }
  }
  return answers;
}

function cropOf(picture: Grey, box: CropBox): Grey {
  const [x, y] = [Math.floor(box.x), Math.floor(box.y)];
  const [width, height] = [Math.max(2, Math.ceil(box.width)), Math.max(2, Math.ceil(box.height))];
  const part = cropped(picture, x, y, width, height);
  return resized(part, Math.min(WIDEST, Math.max(16, Math.round((width * HEIGHT) / height))), HEIGHT);
}
