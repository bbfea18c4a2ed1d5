import type { CodingRuleView, PartWish, RuleWish, TemplateView, TemplateWish } from '@umber/contract/coding';
import type { BookedLine, CodingPart, CodingRule } from '@umber/core/coding';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

export const codingLists = async (db: Database) => ({
  accounts: await many<{ number: string; name: string }>(
    db,
    "select number, name from accounts where kind in ('expense', 'asset') and purpose is null order by number",
  ),
  costCentres: await many<{ code: string; name: string }>(db, 'select code, name from cost_centres order by code'),
  templates: await templates(db),
});

export const knowsCoding = (db: Database, account: string, costCentre: string) =>
  maybe<{ ok: boolean }>(db, 'select true as ok from accounts a, cost_centres c where a.number = $1 and c.code = $2', [
    account,
    costCentre,
  ]);

/** How many of these accounts lines may be coded to, and how many of these cost centres there are. */
export const knownCodings = (db: Database, accounts: readonly string[], centres: readonly string[]) =>
  one<{ accounts: number; centres: number }>(
    db,
    `select (select count(*)::int from accounts where number = any($1) and kind in ('expense', 'asset') and (purpose is null or purpose = 'carriage')) as accounts, (select count(*)::int from cost_centres where code = any($2)) as centres`,
    [accounts, centres],
  );

export const templates = (db: Database) => many<TemplateView>(db, 'select id, name, parts from coding_templates order by name');

export const templateNamed = (db: Database, name: string) =>
  maybe<{ id: number; name: string; madeBy: string }>(
    db,
    'select t.id, t.name, p.name as "madeBy" from coding_templates t join people p on p.id = t.made_by where lower(t.name) = lower($1) order by t.name limit 1',
    [name],
  );
export const insertTemplate = (db: Database, name: string, parts: readonly PartWish[], personId: number) =>
  db.query('insert into coding_templates (name, parts, made_by) values ($1, $2, $3)', [name, jsonOf(parts), personId]);
/** @returns whether it was there. */
export const changeTemplate = async (db: Database, id: number, { name, parts }: TemplateWish, personId: number): Promise<boolean> =>
  (await db.query('update coding_templates set name = $2, parts = $3, made_by = $4 where id = $1', [id, name, jsonOf(parts), personId]))
    .rowCount !== 0;
export const deleteTemplate = (db: Database, id: number) => db.query('delete from coding_templates where id = $1', [id]);

/** The rules in the order in which they are tried. */
export const codingRules = (db: Database) =>
  many<CodingRule>(
    db,
    'select id, supplier_id as "supplierId", words, min_amount as "minAmount", account, cost_centre as "costCentre", project from coding_rules order by position',
  );

export const codingRuleViews = (db: Database) =>
  many<CodingRuleView>(
    db,
    `select r.id, r.supplier_id as "supplierId", s.name as supplier, r.words, r.min_amount as "minAmount", r.account, r.cost_centre as "costCentre", r.project, p.name as "madeBy",
       (select count(*)::int from document_lines l join documents d on d.id = l.document_id where d.tray = 'posted' and l.coding_reason @> jsonb_build_object('code', 'rule', 'rule', r.id)) as used
     from coding_rules r join people p on p.id = r.made_by left join suppliers s on s.id = r.supplier_id order by r.position`,
  );

/** The ids of the rules in their order; nobody else changes them until this is over. */
export async function lockCodingRules(db: Database): Promise<number[]> {
  await db.query('lock table coding_rules in exclusive mode');
  return (await codingRules(db)).map(({ id }) => id);
}

/** Puts these rules in place of those there are; one that is the same stays, with who made it. */
export const replaceCodingRules = async (db: Database, rules: readonly RuleWish[], personId: number) => {
  const before = await many<CodingRule & { madeBy: number }>(
    db,
    'select id, supplier_id as "supplierId", words, min_amount as "minAmount", account, cost_centre as "costCentre", project, made_by as "madeBy" from coding_rules order by position',
  );
  const sameAs =
    (rule: RuleWish) =>
    ({ id: _id, madeBy: _by, ...kept }: (typeof before)[number]) =>
      JSON.stringify(kept) === JSON.stringify({ ...kept, ...rule });
  const kept = rules.map((rule) => before.find(sameAs(rule)) ?? null);
  await db.query('delete from coding_rules where not id = any($1)', [kept.flatMap((rule) => rule?.id ?? [])]);
  await db.query('update coding_rules set position = position + 100000');
  for (const [i, rule] of rules.entries()) {
    const known = kept[i];
    if (known && kept.indexOf(known) === i) await db.query('update coding_rules set position = $2 where id = $1', [known.id, i + 1]);
    else
      await db.query(
        'insert into coding_rules (position, supplier_id, words, min_amount, account, cost_centre, project, made_by) values ($1, $2, $3, $4, $5, $6, $7, $8)',
        [i + 1, rule.supplierId, rule.words, rule.minAmount, rule.account, rule.costCentre, rule.project, personId],
      );
  }
  return before.length;
};

/** Lines of a supplier that are looked at for how like ones were booked, the newest. */
const MOST_BOOKED = 400;
export const bookedLines = (db: Database, supplierId: number) =>
  many<BookedLine>(
    db,
    `select l.item_number as "itemNumber", l.description, l.account, l.cost_centre as "costCentre", l.project
     from (select id from documents where supplier_id = $1 and tray = 'posted' order by id desc limit 60) d join document_lines l on l.document_id = d.id
     where l.account is not null and l.cost_centre is not null and not exists (select from line_pairs p where p.document_id = l.document_id and p.line = l.position) order by d.id desc limit ${MOST_BOOKED}`,
    [supplierId],
  );

export const splitsOf = (db: Database, documentId: number) =>
  many<CodingPart & { line: number }>(
    db,
    'select line, account, cost_centre as "costCentre", project, trim_scale(percent)::text as percent, amount from line_splits where document_id = $1 order by line, part',
    [documentId],
  );

export const storeSplits = async (db: Database, documentId: number, line: number, parts: readonly PartWish[]) => {
  await db.query('delete from line_splits where document_id = $1 and line = $2', [documentId, line]);
  for (const [i, { account, costCentre, project, percent, amount }] of parts.entries())
    await db.query(
      'insert into line_splits (document_id, line, part, account, cost_centre, project, percent, amount) values ($1, $2, $3, $4, $5, $6, $7, $8)',
      [documentId, line, i + 1, account, costCentre, project, percent, amount],
    );
};
