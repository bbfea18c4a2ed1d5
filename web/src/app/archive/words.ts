import type { AmountBand, ArchiveOrder, FoundPlace } from '@umber/contract/searching';

export const PLACE_NAMES: Readonly<Record<FoundPlace, string>> = {
  page: 'on a page',
  note: 'in a note or letter',
  mail: 'in a mail',
  trail: 'in the trail',
};
export const BAND_NAMES: Readonly<Record<AmountBand, string>> = {
  'under-500': 'under 500',
  '500-to-5000': '500 to 5,000',
  'over-5000': 'over 5,000',
};
export const ORDER_NAMES: Readonly<Record<ArchiveOrder, string>> = {
  best: 'best first',
  newest: 'newest first',
  oldest: 'oldest first',
  largest: 'largest first',
};
