export * from './check.js';
export * from './rates.js';
