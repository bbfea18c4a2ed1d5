import { addDays } from '@umber/core/dates';
import type { MatchException } from '@umber/core/matching';
import { decimal } from '@umber/core/money';
import type { Database } from '../database/database.js';
import { budgetsOf, hasBudgets, postingDay } from './books-queries.js';
import type { MatchHead } from './queries.js';

/** Days that a due date may be before what the terms make of it, as for ends of months and days of rest. */
const EARLY_DAYS = 3;

/** What the books and what was agreed with the supplier say against it: a closed period, sooner payment, a budget that is used up. */
export async function booksExceptions(db: Database, head: MatchHead, termsDays: number): Promise<MatchException[]> {
  const found: MatchException[] = [];
  if (head.issueDate !== null) {
    const posted = await postingDay(db, head.issueDate);
    if (posted !== head.issueDate) found.push({ line: null, facts: { code: 'period', date: head.issueDate, posted }, figures: [] });
  }
  if (head.kind === 'invoice' && head.issueDate !== null && head.dueDate !== null) {
    const agreed = addDays(head.issueDate, termsDays);
    if (head.dueDate < addDays(agreed, -EARLY_DAYS))
      found.push({
        line: null,
        facts: { code: 'terms', due: head.dueDate, agreed, days: termsDays },
        figures: [{ name: 'due-date', invoice: head.dueDate, order: agreed, received: null, variance: null }],
      });
  }
  return [...found, ...(await budgetExceptions(db, head))];
}

async function budgetExceptions(db: Database, { id, kind }: MatchHead): Promise<MatchException[]> {
  if (kind !== 'invoice' || !(await hasBudgets(db))) return [];
  return (await budgetsOf(db, id)).flatMap(({ costCentre, year, budget, before, asked }): MatchException[] => {
    const over = decimal(before).plus(decimal(asked)).minus(decimal(budget));
    if (over.lte(0) || decimal(asked).lte(0)) return [];
    return [
      {
        line: null,
        facts: { code: 'over-budget', costCentre, year, budget, before, asked },
        figures: [{ name: 'budget', invoice: asked, order: budget, received: null, variance: over.toFixed(2) }],
      },
    ];
  });
}
