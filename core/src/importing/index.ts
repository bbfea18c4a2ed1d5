export * from './tables.js';
export * from './rows.js';
