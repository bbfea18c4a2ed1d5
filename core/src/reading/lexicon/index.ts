import { de } from './de.js';
import { en } from './en.js';
import { es } from './es.js';
import { fr } from './fr.js';
import { it } from './it.js';
import { nl } from './nl.js';
import { pl } from './pl.js';
import { sv } from './sv.js';

export * from './lexicon.js';

/** All languages that reading knows. */
export const LEXICONS = [en, de, fr, nl, es, it, sv, pl] as const;
