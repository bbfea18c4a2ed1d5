import { readNumber } from '../reading/print/numbers.js';

/** An amount as people write one, with comma or point, thousands parted and its currency beside it; null where the text is none that can be kept. */
export function typedAmount(text: string): string | null {
  if (!/\d/.test(text) || !/^[\d\s.,'’£€$A-Z-]+$/i.test(text)) return null;
  const digits = text.replace(/[^\d.,'’ -]/g, '').trim();
  const mark = /[.,](?=\d{1,2}$)/.exec(digits)?.[0] === ',' ? ',' : '.';
  const value = readNumber(digits, mark)?.value ?? null;
  return value !== null && /^-?\d{1,12}(\.\d{1,4})?$/.test(value) ? value : null;
}
