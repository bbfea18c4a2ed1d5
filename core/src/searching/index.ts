/** What was typed into the archive's search, and what is shown of what it finds. */
export { wordsAbroad } from './abroad.js';
export { readSearch, type Search, type Term } from './read-search.js';
export { snippetOf, type Form, type Snippet, type SnippetPart } from './snippet.js';
export { typedAmount } from './typed-amount.js';
