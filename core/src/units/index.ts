export * from './units.js';
