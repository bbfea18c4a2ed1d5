import { laidOutPdf } from './letters.js';

type Text = readonly [x: number, y: number, text: string];

/** An invoice of a supplier who calls everything otherwise than others do; `more` stands on it as well. */
export function oddInvoice(
  number: string,
  {
    date = '12/10/2026',
    order = '40533',
    net = 300,
    name = 'Harrowgill Oddments Ltd',
    taxId = 'GB 311 5926 34',
    more = [] as readonly Text[],
  } = {},
): Promise<Buffer> {
  const lines: readonly [string, number, number][] = [
    ['Signal lamp glass, green', 2, net / 4],
    ['Brass oil cup, 12 mm', 4, net / 8],
  ];
  const tax = net / 5;
  const texts: Text[] = [
    [40, 40, name],
    [40, 52, 'The Sidings, Harrowgill HG4 2TT'],
    [400, 40, 'INVOICE'],
    [40, 120, 'Kestrel Fell Railway Ltd'],
    [330, 120, 'Vorra tunim'],
    [430, 120, number],
    [330, 136, 'Put down'],
    [430, 136, date],
    [330, 152, 'Your slip'],
    [430, 152, order],
    [330, 168, 'Folio'],
    [430, 168, '77120'],
    [40, 240, 'Stuff'],
    [300, 240, 'Many'],
    [380, 240, 'Apiece'],
    [480, 240, 'Together'],
    ...lines.flatMap(([what, many, each], i): Text[] => [
      [40, 260 + 16 * i, what],
      [300, 260 + 16 * i, String(many)],
      [380, 260 + 16 * i, each.toFixed(2)],
      [480, 260 + 16 * i, (many * each).toFixed(2)],
    ]),
    [380, 330, 'Bare'],
    [480, 330, net.toFixed(2)],
    [380, 346, 'For the crown 20 %'],
    [480, 346, tax.toFixed(2)],
    [380, 362, 'Makes'],
    [480, 362, `£${(net + tax).toFixed(2)}`],
    ...more,
    [40, 780, `${name} · VAT reg. no. ${taxId}`],
  ];
  return laidOutPdf(texts);
}
