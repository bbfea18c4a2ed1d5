import { foundOn } from './find';

const word = (text: string, x: number, y = 10) => ({ text, x, y, width: 30, height: 10 });
const page = {
  number: 2,
  turned: 0,
  straightened: false,
  width: 595,
  height: 842,
  words: [word('Zürich', 10), word('8.001', 50), word('Zürich,', 10, 40)],
};

describe('finding words on a page', () => {
  it('finds every place, whatever case, accents and signs', () => {
    expect(foundOn(page, 'zurich').map(({ box }) => box.y)).toEqual([10, 40]);
    expect(foundOn(page, '8001')).toEqual([{ page: 2, box: { x: 50, y: 10, width: 30, height: 10 } }]);
  });

  it('finds what several words say together, as one place', () => {
    expect(foundOn(page, 'Zürich 8001')).toEqual([{ page: 2, box: { x: 10, y: 10, width: 70, height: 10 } }]);
  });

  it('finds nothing for nothing', () => {
    expect(foundOn(page, ' . ')).toEqual([]);
    expect(foundOn(page, 'Bern')).toEqual([]);
  });
});
