import type { Habit } from '@umber/core/reading';
import { habitText, inOrder, versionText } from './sentences';

const label: Habit = { what: 'label', field: 'grossTotal', words: 'rechnungsbetrag', relation: 'right of', shape: '9.999,99' };

describe('a habit as a sentence', () => {
  it.each<[Habit, string]>([
    [label, 'The total stands to the right of “rechnungsbetrag”.'],
    [
      { what: 'label', field: 'orderReference', words: 'your slip', relation: 'below', shape: '99999' },
      'The order number stands under “your slip”.',
    ],
    [
      { what: 'label', field: 'invoiceNumber', words: 'bündel', relation: 'same run', shape: 'AA-9999' },
      'The invoice number stands right behind “bündel”, and looks like AA-9999.',
    ],
    [{ what: 'same', field: 'sellerName', value: 'Kesselwerk Brandtal GmbH' }, 'The supplier’s name is always Kesselwerk Brandtal GmbH.'],
    [{ what: 'absent', field: 'dueDate' }, 'No due date is on these pages.'],
    [{ what: 'column', words: 'me', role: 'unit', place: 2 }, 'The column “me” holds the unit.'],
    [{ what: 'column', words: 'lager', role: null, place: 2 }, 'The column “lager” holds nothing that is kept of a line.'],
    [{ what: 'no-cell', cell: 'itemNumber' }, 'The lines have no item number.'],
    [{ what: 'title', words: 'unser bündel', kind: 'invoice' }, '“unser bündel” heads what is an invoice.'],
  ])('%j', (habit, text) => {
    expect(habitText(habit)).toBe(text);
  });

  it('says what a version changed', () => {
    expect(versionText({ version: 2, changes: [] })).toBe('Borne out: nothing else than before was learned.');
    expect(versionText({ version: 2, changes: [{ code: 'off', habit: { what: 'absent', field: 'dueDate' } }] })).toBe(
      'No due date is on these pages: switched off.',
    );
    expect(
      versionText({
        version: 2,
        changes: [
          { code: 'learned', habit: label },
          { code: 'learned', habit: label },
        ],
      }),
    ).toMatch(/: learned; and 1 more\.$/);
  });

  it('names things first, places last', () => {
    const place: Habit = { what: 'place', field: 'grossTotal', edge: 'right', anchors: [], shape: '' };
    expect(inOrder([{ habit: place }, { habit: label }]).map(({ habit }) => habit.what)).toEqual(['label', 'place']);
  });
});
