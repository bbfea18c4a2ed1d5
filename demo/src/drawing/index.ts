export * from './data.js';
export * from './draw.js';
export * from './invoices.js';
export * from './letter.js';
