export * from './bare.js';
export * from './iban.js';
export * from './tax-id.js';
export * from './bank-account.js';
export * from './payment-reference.js';
