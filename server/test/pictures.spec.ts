import { createCanvas, loadImage, type Canvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { pngOf } from '@umber/server/readers/picture-files';

const pixels = (canvas: Canvas) => [...canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height).data];

async function opened(png: Uint8Array): Promise<Canvas> {
  const image = await loadImage(Buffer.from(png));
  const canvas = createCanvas(image.width, image.height);
  canvas.getContext('2d').drawImage(image, 0, 0);
  return canvas;
}

/** A white page with a square of each colour, some of them side by side. */
function painted(colours: readonly number[], width = 40): Canvas {
  const canvas = createCanvas(width, 3 + Math.ceil(colours.length / width));
  const context = canvas.getContext('2d');
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, canvas.height);
  colours.forEach((colour, i) => {
    context.fillStyle = `#${colour.toString(16).padStart(6, '0')}`;
    context.fillRect(i % width, 1 + Math.floor(i / width), 1, 1);
  });
  return canvas;
}

describe('pictures of pages', () => {
  it('keep every pixel, whether few colours or many', async () => {
    const colour = fc.integer({ min: 0, max: 0xffffff });
    await fc.assert(
      fc.asyncProperty(fc.array(colour, { maxLength: 600 }), fc.integer({ min: 1, max: 50 }), async (colours, width) => {
        const canvas = painted(colours, width);
        expect(pixels(await opened(await pngOf(canvas)))).toEqual(pixels(canvas));
      }),
      { numRuns: 25 },
    );
  });

  it('have a palette of up to 256 colours', async () => {
    const shades = (count: number) => Array.from({ length: count }, (_, i) => i * 257);
    expect(Buffer.from(await pngOf(painted(shades(255)))).includes('PLTE')).toBe(true);
    expect(Buffer.from(await pngOf(painted(shades(256)))).includes('PLTE')).toBe(false);
  });
});
