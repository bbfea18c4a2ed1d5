import { askedSentence } from './asked-sentence';

describe('what an accepted risk means', () => {
  const risk = { acceptedRisk: 6, pageLeads: false, values: 1204, asked: [31, 12, 1, 0] };
  it('is said by the values read last', () => {
    expect(askedSentence(risk, 1)).toBe('Of the 1,204 values read last, 31 are less sure than that and would be asked about.');
    expect(askedSentence(risk, 3)).toBe('Of the 1,204 values read last, one is less sure than that and would be asked about.');
  });
  it('is not said of a risk that cannot be chosen, nor before anything was read', () => {
    expect(askedSentence(risk, 0)).toBe('Say a whole number from 1 to 40.');
    expect(askedSentence({ ...risk, values: 0 }, 2)).toBe('Nothing has been read yet that would show what this means.');
  });
});
