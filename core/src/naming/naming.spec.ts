import fc from 'fast-check';
import { nameUnlike, NAMING_FIELDS, pathOf, readPattern, type NamingValues } from './index.js';

const VALUES: NamingValues = {
  supplier: 'Müller & Co. KG',
  number: '26/4711',
  date: '2026-11-10',
  year: '2026',
  month: '11',
  posted: null,
  kind: 'invoice',
  currency: 'EUR',
  total: '1190.00',
  order: '',
  entry: '31',
  file: 'scan.pdf',
  id: '7',
};
const named = (text: string, values = VALUES) => {
  const read = readPattern(text);
  return 'pattern' in read ? pathOf(read.pattern, values) : read.fault;
};

describe('names by a pattern', () => {
  it.each([
    ['{year}/{supplier}/{date} {number}', ['2026', 'Müller & Co. KG', '2026-11-10 26-4711']],
    ['{order|number|id}', ['26-4711']],
    ['{order|"no order"}/{id}', ['no order', '7']],
    ['{posted|date}', ['2026-11-10']],
    ['{posted}', ['document 7']],
    ['{order}/{posted}/x', ['x']],
    ['..\\..\\etc/{id}', ['etc', '7']],
    ['../{id}', ['7']],
    ['CON/{id}', ['_CON', '7']],
    [' a:b*c?"<>| . ', ['a-b-c-----']],
  ])('%s', (text, path) => {
    expect(named(text)).toEqual(path);
  });

  it.each([
    ['', 'empty'],
    ['  ', 'empty'],
    ['{nothing}', 'no-such-field'],
    ['{number', 'not-closed'],
    ['number}', 'not-opened'],
    ['{year}/', 'no-name'],
    ['a/b/c/d/e/f/g/h/{id}', 'too-deep'],
  ])('%j is none: %s', (text, code) => {
    expect(named(text)).toMatchObject({ code });
  });

  it('stay below their folder, and are what every file system takes, whatever the values', () => {
    const value = fc.option(fc.string({ unit: 'binary' }));
    const values = fc.record(Object.fromEntries(NAMING_FIELDS.map((field) => [field, value]))) as fc.Arbitrary<NamingValues>;
    fc.assert(
      fc.property(values, fc.constantFrom('{year}/{supplier}/{date} {number}', '{file}', '{supplier}{number}/{order}'), (some, text) => {
        const path = named(text, some) as string[];
        expect(path.length).toBeLessThanOrEqual(text.split('/').length);
        for (const name of path) {
          expect(name).not.toMatch(/^\.|^\s|[\s.]$|^$|[/\\:*?"<>|\u0000-\u001f]/);
          expect(new TextEncoder().encode(name).length).toBeLessThanOrEqual(201);
        }
      }),
    );
  });

  it('are unlike those that are there', async () => {
    const taken = new Set(['a', 'a (2)']);
    expect(await nameUnlike('a', (name) => taken.has(name))).toBe('a (3)');
    expect(await nameUnlike('b', (name) => taken.has(name))).toBe('b');
  });
});
