import { documentOf } from '../fixtures/documents';
import { disputeLetter, letterFor } from './wording';

describe('letters to suppliers', () => {
  it('name the figures that do not agree, as the supplier writes them', () => {
    const fields = documentOf('check').fields;
    const document = documentOf('check', { language: 'de', fields: { ...fields, currency: { ...fields.currency, value: 'EUR' } } });
    const { subject, text } = disputeLetter(document, 'lines');
    expect(subject).toBe('Ihre Rechnung INV-1');
    expect(text.replace(/\u00a0/g, ' ')).toContain('vom 10. November 2026 stimmen nicht überein: Die Positionen ergeben 100,00 €');
  });

  it.each(['en', 'de', 'fr', 'nl', 'es', 'it', 'sv', 'pl', 'xx'])('leave nothing to be filled in: %s', (language) => {
    for (const kind of ['dispute', 'unreadable', 'returned', 'question'] as const) {
      const { subject, text } = letterFor(kind, documentOf('check', { language }), { reason: 'x' });
      expect(subject + text).not.toMatch(/[{}]|undefined/);
      expect(text.split('\n\n')).toHaveLength(3);
    }
  });
});
