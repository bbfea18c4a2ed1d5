import { likelyLanguage } from '../language/labels.js';
import { PhraseBook } from '../language/phrases.js';
import { settleWords } from './settle-words.js';
import { Spelling } from '../language/spelling.js';
import { trustTextLayer } from '../language/text-layer.js';
import { PageTrust } from './trust.js';
import { rowsOfText, run, type PageWords, type Word } from '../print/words.js';

const word = (text: string, more: Partial<Word> = {}): Word => ({ text, x: 0, y: 0, width: 30, height: 10, ...more });
const page = (words: Word[]): PageWords => ({ page: 1, width: 595, height: 842, words, straightenedBy: [1, 0, 0, 0, 1, 0, 0, 0, 1] });

describe('labels on scans', () => {
  const book = new PhraseBook<string>();
  book.add('Bill ref', 'number');
  book.add('Due date', 'due');
  book.add('Prezzo unit.', 'price');
  const hits = (...words: Word[]) => book.find(run(words, 1, 0)).flatMap((hit) => hit.value);

  it('are known with one letter misread, joined or as the other reader saw them', () => {
    expect(hits(word('Bil', { score: 0.8 }), word('Ref.', { score: 0.8 }))).toEqual(['number']);
    expect(hits(word('Prezzounit.', { score: 0.8 }))).toEqual(['price']);
    expect(hits(word('poets', { score: 0.4, alternatives: ['Due'] }), word('date', { score: 0.9 }))).toEqual(['due']);
  });

  it('are none of other words that are right by themselves', () => {
    const heads = new PhraseBook<string>();
    for (const phrase of ['artikelnr', 'benämning', 'artikelbenämning', 'artikel benämning']) heads.add(phrase, phrase);
    const found = heads.find(run([word('Artikelnr', { score: 0.9 }), word('Benämning', { score: 0.9, x: 40 })], 1, 0));
    expect(found.flatMap((hit) => hit.value)).toEqual(['artikelnr', 'benämning']);
  });

  it('are taken by the letter on a text layer', () => {
    expect(hits(word('Bil'), word('Ref.'))).toEqual([]);
  });
});

describe('spelling', () => {
  const spelling = new Spelling();
  for (const one of ['invoice', 'number', 'date']) spelling.add(one);
  it.each([
    ['invoce', 'invoice'],
    ['numbar', 'number'],
    ['datee', 'datee'],
    ['xyzzy', 'xyzzy'],
    ['invoices', 'invoice'],
  ])('%s → %s', (read, meant) => expect(spelling.corrected(read)).toBe(meant));

  it('knows a long word with two letters misread, where its ends are right and no other word is meant', () => {
    const labels = new Spelling();
    for (const known of ['falligkeit', 'leistungsdatum', 'lieferdatum']) labels.add(known);
    expect(['fatigkeit', 'leisfungsdotum', 'xatigkeit', 'lierdat'].map((text) => labels.corrected(text))).toEqual([
      'falligkeit',
      'leistungsdatum',
      'xatigkeit',
      'lierdat',
    ]);
  });

  it('knows letters that were read as digits, and leaves codes alone', () => {
    const labels = new Spelling();
    for (const known of ['id', 'order']) labels.add(known);
    expect(['1d', '0rder', 'a1'].map((text) => labels.corrected(text))).toEqual(['id', 'order', 'a1']);
  });
});

describe('words left open by the readers', () => {
  const amounts = ['1.234,50', '99,00', '12,40'].map((text) => word(text));
  it('take the decimal mark of the document', () => {
    const [settled] = settleWords([page([word('639.57', { score: 0.46, alternatives: ['639,57'] }), ...amounts])]);
    expect(settled.words[0]).toMatchObject({ text: '639,57', score: 0.95 });
  });
  it('take a letter that looks like a digit for one in an amount, and stay unsure', () => {
    const [settled] = settleWords([page([word('l2,5O', { score: 0.5 }), ...amounts])]);
    expect(settled.words[0]).toMatchObject({ text: '12,50', alternatives: ['l2,5O'] });
    expect(settled.words[0].score).toBeLessThanOrEqual(0.6);
  });
  it('part an amount from the code glued to it, where another amount has its code in that place', () => {
    const above = [word('£429.35', { x: 489, width: 36 }), word('B', { x: 529, width: 6 })];
    const glued = word('£1,137.05A', { x: 481, y: 20, width: 54, score: 0.8, alternatives: ['£1,137.06A'] });
    const parts = (words: Word[]) => settleWords([page(words)])[0].words.filter(({ y }) => y === 20);
    expect(parts([...above, glued]).map(({ text, x, width }) => [text, x, width])).toEqual([
      ['£1,137.05', 481, 44],
      ['A', 529, 6],
    ]);
    expect(parts([...above, glued])[0].alternatives).toEqual(['£1,137.06']);
    expect(parts([glued]).map(({ text }) => text)).toEqual(['£1,137.05A']);
  });
  it('have the O of a purchase order, not a zero, and are sure where the readers differed in that only', () => {
    const settled = (text: string, score: number, alternatives: string[] = []) =>
      settleWords([page([word(text, { score, alternatives }), ...amounts])])[0].words[0];
    expect(settled('P095491', 0.5, ['PO95491'])).toMatchObject({ text: 'PO95491', score: 0.95, alternatives: [] });
    expect(settled('PO95491', 0.5, ['PO95497'])).toMatchObject({ text: 'PO95491', score: 0.5, alternatives: ['PO95497'] });
    expect(settled('P0549', 0.995)).toMatchObject({ text: 'PO549', score: 0.995 });
    expect(settled('P01', 0.995).text).toBe('P01');
  });
  it('are left alone on a text layer', () => {
    const plain = { ...page([word('l2,5O'), ...amounts]), straightenedBy: undefined };
    expect(settleWords([plain])[0].words[0].text).toBe('l2,5O');
  });
});

describe('trust in what was read', () => {
  const trust = new PageTrust([page([word('4711', { score: 0.6, alternatives: ['4717'] }), word('Ltd', { x: 40, score: 1 })])]);
  it('is that of the least sure word of a box', () => {
    expect(trust.least(1, { x: -1, y: -1, width: 100, height: 12 })).toBe(0.6);
    expect(trust.mean(1, { x: -1, y: -1, width: 100, height: 12 })).toBeCloseTo((0.6 * 4 + 3) / 7);
    expect(trust.others(1, { x: -1, y: -1, width: 35, height: 12 })).toEqual(['4717']);
    expect(trust.least(null, null)).toBe(1);
  });
});

describe('text layers', () => {
  const paper = { pictureShare: 0, unseenShare: 0 };
  const text =
    'Invoice number 4711 Invoice date 3 May 2026 please pay to our bank by the due date with your order number for the goods and the carriage thank you for your order and payment in time as is due to the terms of our trade with you and your firm'
      .split(' ')
      .map((one, i) => word(one, { x: i * 40 }));
  it('are read where they are print', () => expect(trustTextLayer(text, paper)).toBe('good'));
  it('are not read where a scan hides behind them', () => {
    expect(trustTextLayer([], paper)).toBe('none');
    expect(trustTextLayer(text, { ...paper, unseenShare: 1 })).toBe('unseen');
    expect(trustTextLayer(text.slice(0, 3), { ...paper, pictureShare: 0.9 })).toBe('partial');
  });
  it('are read where a page is all table, in a language of long compounds', () => {
    const goods = 'Sechskantschraube Arbeitshandschuhe Hydraulikschlauch Schmierfett Kopierpapier Kartusche Handschuhschrank'.split(' ');
    const table = Array.from({ length: 60 }, (_, i) =>
      word(i % 2 === 0 ? goods[(i / 2) % goods.length] : `${i},50`, { x: (i % 6) * 80, y: 20 * i }),
    );
    expect(trustTextLayer([...table, word('mit', { y: 2000 }), word('mit', { y: 2020 })], paper)).toBe('good');
    // With no small word at all, too; but not by a few words among numbers that no font maps rightly.
    expect(trustTextLayer(table, paper)).toBe('good');
    const few = table.map((one, i) => (i < 12 ? one : { ...one, text: '4711' }));
    expect(trustTextLayer(few, paper)).toBe('garbled');
  });
  it('are not read where letters have no meaning', () => {
    const odd = text.map((one) => ({ ...one, text: '\ue001\ue002\ue003' }));
    expect(trustTextLayer(odd, paper)).toBe('garbled');
    const shifted = text.map((one) => ({
      ...one,
      text: one.text.replace(/[a-z]/gi, (letter) => String.fromCharCode(((letter.toLowerCase().charCodeAt(0) - 97 + 7) % 26) + 97)),
    }));
    expect(trustTextLayer(shifted, paper)).toBe('garbled');
  });
});

it.each([
  ['Rechnung Nr. 4711 vom 3. Mai, bitte zahlen Sie', 'de'],
  ['Veuillez trouver notre facture du mois', 'fr'],
  ['Hierbij ontvangt u onze factuur', 'nl'],
  ['4711 0815', null],
])('the language of “%s” is %s', (text, language) => expect(likelyLanguage(rowsOfText(text))).toBe(language));

describe('numbers that a reader parted behind a mark', () => {
  const at = (x: number, text: string): Word => word(text, { x, width: text.length * 5, score: 0.9 });
  const texts = (...words: Word[]) => settleWords([page(words)])[0].words.map(({ text }) => text);

  it('are one', () => {
    expect(texts(at(10, '70,'), at(28, '738.'), at(51, '07'))).toEqual(['70,738.07']);
    expect(texts(at(10, '£6,'), at(28, '254.79'))).toEqual(['£6,254.79']);
  });

  it('are two where they stand apart, or the second goes on no number', () => {
    expect(texts(at(10, '70,'), at(60, '738.'))).toEqual(['70,', '738.']);
    expect(texts(at(10, '12.'), at(28, '4'))).toEqual(['12.', '4']);
    expect(texts(at(10, 'No.'), at(28, '738'))).toEqual(['No.', '738']);
  });

  it('are as sure as the least sure of their parts', () => {
    const [whole] = settleWords([page([at(10, '70,'), { ...at(28, '738.07'), score: 0.4 }])])[0].words;
    expect(whole).toMatchObject({ score: 0.4, x: 10 });
  });
});
