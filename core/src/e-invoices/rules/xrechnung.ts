import { isIban } from '../../identifiers/index.js';
import { isCardPayment, isCreditTransfer, isCorrectedType, isDirectDebit } from '../codes.js';
import type { EInvoice } from '../model.js';
import { required, rule, type Broken, type Rule } from './rule.js';

export const isXRechnung = ({ profile }: Pick<EInvoice, 'profile'>): boolean => /:xrechnung/i.test(profile ?? '');

const GERMAN_TYPES = new Set(['326', '380', '384', '389', '381', '875', '876', '877']);
const MAIL = /^[^@\s]+@[^@\s.]+(\.[^@\s.]+)+$/;
const SKONTO = /^#(SKONTO)#TAGE=\d+#PROZENT=\d+\.\d{2}(#BASISBETRAG=-?\d+\.\d{2})?#$/;

/** What German authorities ask beside the norm: BR-DE. */
export const XRECHNUNG: readonly Rule[] = [
  rule('BR-DE-1', ({ payments }) => (payments.length === 0 ? [{ term: 'BG-16' }] : [])),
  required('BR-DE-2', 'BG-6', ({ seller }) => seller.contact),
  rule('BR-DE-3', ({ seller }) => (seller.address && seller.address.city === null ? [{ term: 'BT-37' }] : [])),
  rule('BR-DE-4', ({ seller }) => (seller.address && seller.address.postcode === null ? [{ term: 'BT-38' }] : [])),
  rule('BR-DE-5', ({ seller }) => (seller.contact && seller.contact.name === null ? [{ term: 'BT-41' }] : [])),
  rule('BR-DE-6', ({ seller }) => (seller.contact && seller.contact.phone === null ? [{ term: 'BT-42' }] : [])),
  rule('BR-DE-7', ({ seller }) => (seller.contact && seller.contact.mail === null ? [{ term: 'BT-43' }] : [])),
  rule('BR-DE-8', ({ buyer }) => (buyer.address && buyer.address.city === null ? [{ term: 'BT-52' }] : [])),
  rule('BR-DE-9', ({ buyer }) => (buyer.address && buyer.address.postcode === null ? [{ term: 'BT-53' }] : [])),
  rule('BR-DE-10', ({ delivery }) => (delivery?.address && delivery.address.city === null ? [{ term: 'BT-77' }] : [])),
  rule('BR-DE-11', ({ delivery }) => (delivery?.address && delivery.address.postcode === null ? [{ term: 'BT-78' }] : [])),
  rule('BR-DE-14', ({ taxes }) =>
    taxes.flatMap(({ rate }, index) => (rate === null ? [{ term: 'BT-119' as const, of: 'tax' as const, index }] : [])),
  ),
  required('BR-DE-15', 'BT-10', ({ buyerReference }) => buyerReference),
  rule('BR-DE-16', ({ lines, seller, representative }) =>
    lines.some(({ category }) => ['S', 'Z', 'E', 'AE', 'K', 'G', 'L', 'M'].includes(category ?? '')) &&
    seller.taxId === null &&
    seller.taxNumber === null &&
    representative === null
      ? [{ term: 'BT-31' }]
      : [],
  ),
  rule(
    'BR-DE-17',
    ({ typeCode }) => (typeCode !== null && !GERMAN_TYPES.has(typeCode) ? [{ term: 'BT-3', found: typeCode }] : []),
    'warning',
  ),
  rule('BR-DE-18', ({ terms }) =>
    (terms ?? '')
      .split(/\n|(?<=#)\s+(?=#)/)
      .filter((part) => part.trim().startsWith('#'))
      .some((part) => !SKONTO.test(part.trim()))
      ? [{ term: 'BT-20', found: terms }]
      : [],
  ),
  rule(
    'BR-DE-19',
    ({ payments }) =>
      payments.flatMap(({ code, accounts }, index) =>
        accounts.flatMap(({ id }) =>
          code === '58' && id !== null && !isIban(id) ? [{ term: 'BT-84' as const, of: 'payment' as const, index, found: id }] : [],
        ),
      ),
    'warning',
  ),
  rule(
    'BR-DE-20',
    ({ payments }) =>
      payments.flatMap(({ code, debit }, index) =>
        code === '59' && debit?.account && !isIban(debit.account)
          ? [{ term: 'BT-91' as const, of: 'payment' as const, index, found: debit.account }]
          : [],
      ),
    'warning',
  ),
  rule(
    'BR-DE-21',
    ({ profile }) =>
      /#compliant#urn:xeinkauf\.de:kosit:xrechnung_\d+\.\d+/.test(profile ?? '') || /:xoev-de:kosit/.test(profile ?? '')
        ? []
        : [{ term: 'BT-24', found: profile }],
    'warning',
  ),
  rule('BR-DE-22', ({ attachments }) => {
    const names = attachments.map(({ fileName }) => fileName?.toLowerCase() ?? null);
    return names.flatMap((name, index) =>
      name !== null && names.indexOf(name) < index ? [{ term: 'BT-125' as const, of: 'attachment' as const, index, found: name }] : [],
    );
  }),
  rule('BR-DE-23', ({ payments }) =>
    payments.flatMap(({ code, accounts, card, debit }, index): Broken[] => {
      const place = { of: 'payment', index } as const;
      if (isCreditTransfer(code) && (accounts.length === 0 || card !== null || debit !== null)) return [{ term: 'BG-17', ...place }];
      if (isCardPayment(code) && (card === null || accounts.length > 0 || debit !== null)) return [{ term: 'BG-18', ...place }];
      if (isDirectDebit(code) && (debit === null || accounts.length > 0 || card !== null)) return [{ term: 'BG-19', ...place }];
      return [];
    }),
  ),
  rule('BR-DE-26', ({ typeCode, preceding }) => (isCorrectedType(typeCode) && preceding.length === 0 ? [{ term: 'BG-3' }] : []), 'warning'),
  rule(
    'BR-DE-27',
    ({ seller }) =>
      seller.contact?.phone && (seller.contact.phone.match(/\d/g) ?? []).length < 3 ? [{ term: 'BT-42', found: seller.contact.phone }] : [],
    'warning',
  ),
  rule(
    'BR-DE-28',
    ({ seller }) => (seller.contact?.mail && !MAIL.test(seller.contact.mail) ? [{ term: 'BT-43', found: seller.contact.mail }] : []),
    'warning',
  ),
  rule('BR-DE-30', ({ payments }) =>
    payments.flatMap(({ debit }, index) =>
      debit && debit.creditor === null && debit.mandate !== null ? [{ term: 'BT-90' as const, of: 'payment' as const, index }] : [],
    ),
  ),
  rule('BR-DE-31', ({ payments }) =>
    payments.flatMap(({ debit }, index) =>
      debit && debit.account === null ? [{ term: 'BT-91' as const, of: 'payment' as const, index }] : [],
    ),
  ),
];
