import { createCanvas } from '@napi-rs/canvas';
import { blank } from '@umber/core/pictures';
import { imageKind, imagePages, type ImagePage } from '@umber/server/readers/image';
import { specked, spoilt, stackTiff } from './index.js';

/** A sheet of one shade as a JPEG. */
async function sheet(width: number, height: number, shade: number, resolution: number) {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.fillStyle = `rgb(${shade}, ${shade}, ${shade})`;
  context.fillRect(0, 0, width, height);
  return { jpeg: await canvas.encode('jpeg', 90), width, height, resolution };
}

describe('what the stand-in scanner makes of paper', () => {
  it('one TIFF of all sheets, each with its size, resolution and shade', async () => {
    const sheets = [await sheet(40, 56, 250, 150), await sheet(33, 21, 90, 200), await sheet(16, 16, 180, 300)];
    const file = stackTiff(sheets);
    expect(imageKind(file)).toBe('tiff');
    const pages: ImagePage[] = [];
    for await (const page of imagePages(file, 'tiff')) pages.push(page);
    expect(pages.map(({ picture: { width, height }, resolution }) => ({ width, height, resolution }))).toEqual(
      sheets.map(({ width, height, resolution }) => ({ width, height, resolution })),
    );
    for (const [i, shade] of [250, 90, 180].entries()) expect(Math.abs(pages[i].picture.data[5] - shade)).toBeLessThan(6);
  });

  it('a page of the size that its resolution gives, the same for the same seed', () => {
    const page = blank(120, 180, 250);
    const [scan, again, other] = [spoilt(page, 'easy', 4, 150), spoilt(page, 'easy', 4, 150), spoilt(page, 'easy', 5, 150)];
    expect([scan.width, scan.height]).toEqual([60, 90]);
    expect(again).toEqual(scan);
    expect(other).not.toEqual(scan);
  });

  it('specks on worn paper, small and few', () => {
    const page = blank(400, 500, 250);
    const dark = specked(page, 3).data.filter((shade) => shade < 200).length;
    expect(dark).toBeGreaterThan(100);
    expect(dark).toBeLessThan(2000);
    expect(specked(page, 3)).toEqual(specked(page, 3));
  });
});
