import { askedSentence } from './asked-sentence';

describe('what an accepted risk means', () => {
  const care = { acceptedRisk: 6, values: 1204, asked: [31, 12, 1, 0] };
  it('is said by the values read last', () => {
    expect(askedSentence(care, 1)).toBe('Of the 1,204 values read last, 31 are less sure than that and would be asked about.');
    expect(askedSentence(care, 3)).toBe('Of the 1,204 values read last, one is less sure than that and would be asked about.');
  });
  it('is not said of a risk that cannot be chosen, nor before anything was read', () => {
    expect(askedSentence(care, 0)).toBe('Say a whole number from 1 to 40.');
    expect(askedSentence({ ...care, values: 0 }, 2)).toBe('Nothing has been read yet that would show what this means.');
  });
});
