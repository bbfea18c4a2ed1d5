export * from './words.js';
export * from './reading.js';
export * from './read-document.js';
export * from './numbers.js';
export * from './calendar.js';
export { ASK_BELOW } from './doubts.js';
export type { DocumentKind } from './lexicon/index.js';
