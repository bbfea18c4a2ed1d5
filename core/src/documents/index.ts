export * from './fields.js';
export * from './kinds.js';
export * from './trays.js';
