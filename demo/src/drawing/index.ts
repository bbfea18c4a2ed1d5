export * from './draw.js';
export * from './invoices.js';
