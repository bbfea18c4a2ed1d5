export * from './iban.js';
export * from './tax-id.js';
