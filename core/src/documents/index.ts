export * from './evidence.js';
export * from './fields.js';
export * from './kinds.js';
export * from './questions.js';
export * from './reading-failures.js';
export * from './trail.js';
export * from './trays.js';
export * from './shapes.js';
