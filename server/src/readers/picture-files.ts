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
