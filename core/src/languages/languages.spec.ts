import { LEXICONS } from './index.js';

describe('the languages', () => {
  it.each(LEXICONS.map((lexicon) => [lexicon.language, lexicon] as const))('%s has all that reading needs of it', (_name, lexicon) => {
    expect(lexicon.months).toHaveLength(12);
    for (const names of lexicon.months) expect(names.length).toBeGreaterThan(0);
    expect(lexicon.ocr).toMatch(/^[a-z]{3}$/);
    expect(lexicon.legalForms.plain.length + lexicon.legalForms.alsoWords.length).toBeGreaterThan(0);
    expect(lexicon.words.common.length).toBeGreaterThan(5);
    expect(lexicon.words.page.length).toBeGreaterThan(0);
  });

  it('give no name to two months', () => {
    const months = new Map<string, number>();
    for (const lexicon of LEXICONS)
      lexicon.months.forEach((names, month) =>
        names.forEach((name) => {
          expect([name, months.get(name) ?? month]).toEqual([name, month]);
          months.set(name, month);
        }),
      );
  });
});
