import { LEXICONS } from '../../languages/index.js';
import { bottom, union, type Box } from '../../geometry/index.js';
import { fold } from './phrases.js';
import { run as makeRun, type Row, type Run, type Word } from '../print/words.js';

/** Ends of legal names, longest first: one to three words each. */
const LEGAL_FORMS = [...new Set(LEXICONS.flatMap(({ legalForms: { plain, alsoWords } }) => [...plain, ...alsoWords]))]
  .map((form) => form.split(' '))
  .sort((a, b) => b.length - a.length);
const FORMS = new Set(LEGAL_FORMS.map((form) => form.join(' ')));
const LONGEST_FORM = Math.max(...LEGAL_FORMS.map((form) => form.length));
const AMBIGUOUS_FORMS = new Set(LEXICONS.flatMap(({ legalForms }) => legalForms.alsoWords));

/** The names with a legal form in a run: each with the words that it has. */
export function legalNamesIn(printed: Run): { value: string; run: Run; box: Box; words: number }[] {
  const run = asLegalForms(printed);
  const tokens = run.words.map((word) => fold(word.text));
  const names: { value: string; run: Run; box: Box; words: number }[] = [];
  let start = 0;
  for (let i = 0; i < tokens.length; i++) {
    if (/^[–—·|•-]$|^\/$/.test(run.words[i].text) || (i > start && /[·|:]$/.test(run.words[i - 1].text)))
      start = /[\p{L}\d]/u.test(run.words[i].text) ? i : i + 1;
    const length = i > start ? formAt(tokens, i) : 0;
    if (length === 0 || (OF_COMPANY.test(tokens[i + length - 1]) && endsInAnotherForm(run.words, tokens, i + length))) continue;
    // “Inh. Karsten Dröge e.K.”: the owner's name is what follows.
    if (OWNER.test(run.words[start].text) && i > start + 1) start++;
    const words = run.words.slice(start, i + length);
    // "Dry Creek, NV 89099" is a place, and so is "Dry Creek, NV".
    if (/^\d{4,5}$/.test(run.words[i + length]?.text ?? '')) continue;
    if (/^(NV|CO|PA|SC|AL)$/.test(run.words[i].text) && run.words[i - 1].text.endsWith(',')) continue;
    // "Industrieweg 99, 9911 AB" is an address with a Dutch postcode.
    if (/^[A-Z]{2}$/.test(run.words[i].text) && /^\d{4}$/.test(run.words[i - 1].text)) continue;
    if (isName(words, tokens.slice(i, i + length).join(' '))) {
      names.push({
        value: words
          .map((word) => word.text)
          .join(' ')
          .replace(/[,;:–-]+$/, ''),
        run,
        box: union(words),
        words: words.length,
      });
    }
    i += length - 1;
    start = i + 1;
  }
  return names;
}

/** Words before an owner's name. */
const OWNER = /^(inh|inhaber|inhaberin|prop|owner|titular|titolare|propr)\.?:?$/i;
/** Ends of a name that may be a word within it. */
const OF_COMPANY = /^(co|company|cie|compagnie)$/;
/** Words that a name may have between a word that is a legal form too and its own: “Wattle & Co Catering Pty Ltd”. */
const MOST_BETWEEN = 3;

/** Whether a name goes on from here to another legal form. */
function endsInAnotherForm(words: readonly Word[], tokens: readonly string[], from: number): boolean {
  for (let i = from; i <= Math.min(from + MOST_BETWEEN, words.length - 1); i++) {
    if (/[,;:·|)]$/.test(words[i - 1].text) || !/^[\p{Lu}&]/u.test(words[i].text)) return false;
    if (formAt(tokens, i) > 0) return true;
  }
  return false;
}

/** The run with the rest of its legal form that a reader of a scan parted from it: “Sp.” and “z o.o.”. */
export function withFormBeside(run: Run, next: Run | undefined): Run {
  const last = run.words[run.words.length - 1];
  const isRest = next && next.words.length <= LONGEST_FORM && FORMS.has(fold(`${last.text} ${next.text}`));
  return isRest ? makeRun([...run.words, ...next.words], run.page, run.row) : run;
}

/** The run with the legal form that wrapped into the line below it, as in a narrow side bar. */
export function withFormBelow(run: Run, next: Row | undefined): Run {
  const below = next?.runs.find((other) => Math.abs(other.box.x - run.box.x) < 3 && other.words.length <= 3);
  if (!below || run.words.length > 6 || below.box.y - bottom(run.box) > run.box.height) return run;
  const tokens = below.words.map((word) => fold(word.text));
  const rest = formAt(tokens, 0) === below.words.length || /^(& |und |et )?(co|cie) (kg|kgaa|ohg)$/.test(fold(below.text));
  return rest ? makeRun([...run.words, ...below.words], run.page, run.row) : run;
}

/** The run with words of a scan read as the legal form that another reader saw ("5.1." as "S.L."), or that they are after others ("Sp. z 0.0."). */
function asLegalForms(run: Run): Run {
  if (!run.words.some((word) => word.score !== undefined)) return run;
  const forms = new Set(LEGAL_FORMS.map((form) => form.join('')));
  const words = run.words.map((word, i) => {
    if (/^[0oO]\.[0oO]\.?$/.test(word.text) && /^z$/i.test(run.words[i - 1]?.text ?? '')) return { ...word, text: 'o.o.' };
    const other = forms.has(fold(word.text).replaceAll(' ', ''))
      ? undefined
      : word.alternatives?.find((text) => text.length > 1 && /\p{Lu}/u.test(text) && forms.has(fold(text).replaceAll(' ', '')));
    return other ? { ...word, text: other } : word;
  });
  return makeRun(words, run.page, run.row);
}

/** How many words from `i` on are a legal form; `S.L.` is one word of two tokens. */
function formAt(tokens: readonly string[], i: number): number {
  for (let count = Math.min(LONGEST_FORM, tokens.length - i); count > 0; count--) {
    const joined = tokens
      .slice(i, i + count)
      .filter((token) => token !== '')
      .join(' ');
    if (tokens[i] !== '' && tokens[i + count - 1] !== '' && FORMS.has(joined)) return count;
  }
  return 0;
}

function isName(words: readonly Word[], form: string): boolean {
  if (words.length < 2 || words.length > 9) return false;
  if (!/^[\p{Lu}\d]/u.test(words[0].text.replace(/^d'|^l'/i, ''))) return false;
  if (AMBIGUOUS_FORMS.has(form)) {
    const last = words[words.length - 1].text;
    return /^\p{Lu}/u.test(last) || /^e[GK]/.test(last);
  }
  return true;
}
