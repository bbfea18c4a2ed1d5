import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { Grey } from '@umber/core/pictures';

const require = createRequire(import.meta.url);

type Reader = typeof import('zxing-wasm/reader');
type Writer = typeof import('zxing-wasm/writer');
let reader: Promise<Reader> | undefined;
let writer: Promise<Writer> | undefined;

/** The library with its own WebAssembly file: nothing is loaded from elsewhere. */
async function prepared<M extends Reader | Writer>(module: Promise<M>, wasm: string): Promise<M> {
  const library = await module;
  const bytes = await readFile(require.resolve(wasm));
  await library.prepareZXingModule({ overrides: { wasmBinary: new Uint8Array(bytes).buffer }, fireImmediately: true });
  return library;
}

/** Symbols that are read, those that prove themselves by check digits: squares, and bars. */
const FORMATS = ['QRCode', 'DataMatrix', 'Aztec', 'PDF417', 'Code128', 'EAN13'] as const;

/** The texts of the symbols and bar codes in a picture, whichever way they lie. */
export async function symbolsIn({ width, height, data }: Grey): Promise<string[]> {
  reader ??= prepared(import('zxing-wasm/reader'), 'zxing-wasm/reader/zxing_reader.wasm');
  const { readBarcodes } = await reader;
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < data.length; i++) rgba.fill(data[i], 4 * i, 4 * i + 3).fill(255, 4 * i + 3, 4 * i + 4);
  const found = await readBarcodes({ width, height, data: rgba, colorSpace: 'srgb' } as Parameters<Reader['readBarcodes']>[0], {
    formats: [...FORMATS],
    tryHarder: true,
    maxNumberOfSymbols: 6,
  });
  return found.filter(({ isValid }) => isValid).map(({ text }) => text);
}

/** A text as a QR symbol, or as bars, of which one row tells all: how many modules a side has, and which are dark. */
export async function symbolOf(
  text: string,
  format: 'QRCode' | 'Code128' = 'QRCode',
): Promise<{ side: number; dark: (column: number, row: number) => boolean }> {
  writer ??= prepared(import('zxing-wasm/writer'), 'zxing-wasm/writer/zxing_writer.wasm');
  const { writeBarcode } = await writer;
  const { symbol, error } = await writeBarcode(text, { format, scale: 1 });
  if (!symbol) throw new Error(error);
  const { width, data } = symbol;
  return { side: width, dark: (column, row) => data[row * width + column] === 0 };
}
