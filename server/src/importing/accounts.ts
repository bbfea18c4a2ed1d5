import type { ImportedRow } from '@umber/core/importing';
import { decimal, toAmount } from '@umber/core/money';
import type { Database } from '../database/database.js';
import { grouped, said, wrong, type Planned } from './planned.js';
import { accountRow, budgetRow, centreRow, personLike, putAccount, putBudget, putCentre } from './queries.js';

const KINDS = ['asset', 'liability', 'income', 'expense'];
/** Each number or code once. */
const twice = (rows: readonly ImportedRow[], column: string) =>
  new Set(
    [...grouped(rows, ({ values }) => values[column] ?? '').values()]
      .filter((group) => group.length > 1)
      .flatMap((group) => group.map(({ row }) => row)),
  );

export async function planAccounts(db: Database, rows: readonly ImportedRow[]): Promise<Planned[]> {
  const doubled = twice(rows, 'number');
  return Promise.all(
    rows.map(async ({ row, values, faults }): Promise<Planned> => {
      const [number, name, kind] = [values['number'] ?? '', values['name'] ?? '', (values['kind'] ?? '').toLowerCase()];
      const all = [
        ...faults,
        ...(kind !== '' && !KINDS.includes(kind) ? [said(`The kind is one of ${KINDS.join(', ')}.`, 'kind')] : []),
        ...(doubled.has(row) ? [said('This number stands in the file twice.', 'number')] : []),
      ];
      if (number.length > 20) all.push(said('A number has at most 20 signs.', 'number'));
      if (all.length > 0) return wrong([row], number, all);
      const before = await accountRow(db, number);
      const changes = before
        ? [
            ...(before.name === name ? [] : [{ what: 'name', before: before.name, after: name }]),
            ...(before.kind === kind ? [] : [{ what: 'kind', before: before.kind, after: kind }]),
          ]
        : [];
      if (before && before.purpose !== null && before.kind !== kind)
        return wrong([row], number, [said('Posting needs this account as it is. Its kind stays.', 'kind')]);
      if (before && changes.length === 0) return { rows: [row], state: 'same', key: number, faults: [], changes: [], apply: null };
      return {
        rows: [row],
        state: before ? 'changed' : 'new',
        key: number,
        faults: [],
        changes,
        apply: async (inside) => {
          await putAccount(inside, number, name, kind);
          return { of: 'account', number, before: before && { name: before.name, kind: before.kind } };
        },
      };
    }),
  );
}

export async function planCentres(db: Database, rows: readonly ImportedRow[]): Promise<Planned[]> {
  const doubled = twice(rows, 'code');
  return Promise.all(
    rows.map(async ({ row, values, faults }): Promise<Planned> => {
      const [code, name, manager] = [values['code'] ?? '', values['name'] ?? '', values['manager'] ?? ''];
      const managerId = manager === '' ? null : await personLike(db, manager);
      const all = [
        ...faults,
        ...(manager !== '' && managerId === null ? [said(`There is nobody called “${manager}”.`, 'manager')] : []),
        ...(doubled.has(row) ? [said('This code stands in the file twice.', 'code')] : []),
      ];
      if (code.length > 20) all.push(said('A code has at most 20 signs.', 'code'));
      if (all.length > 0 || managerId === null) return wrong([row], code, all);
      const before = await centreRow(db, code);
      const changes = before
        ? [
            ...(before.name === name ? [] : [{ what: 'name', before: before.name, after: name }]),
            ...(before.managerId === managerId ? [] : [{ what: 'manager', before: before.manager, after: manager }]),
          ]
        : [];
      if (before && changes.length === 0) return { rows: [row], state: 'same', key: code, faults: [], changes: [], apply: null };
      return {
        rows: [row],
        state: before ? 'changed' : 'new',
        key: code,
        faults: [],
        changes,
        apply: async (inside) => {
          await putCentre(inside, code, name, managerId);
          return { of: 'cost-centre', code, before: before && { name: before.name, managerId: before.managerId } };
        },
      };
    }),
  );
}

/** What a cost centre may spend in a year, net, in base currency. */
export async function planBudgets(db: Database, rows: readonly ImportedRow[]): Promise<Planned[]> {
  const once = grouped(rows, ({ values }) => JSON.stringify([values['costCentre'], values['year']]));
  return Promise.all(
    rows.map(async ({ row, values, faults }): Promise<Planned> => {
      const [costCentre, year, amount] = [values['costCentre'] ?? '', Number(values['year']), decimal(values['amount'] ?? '0')];
      const key = `${costCentre} ${values['year'] ?? ''}`;
      const all = [...faults];
      if (costCentre !== '' && (await centreRow(db, costCentre)) === null)
        all.push(said(`There is no cost centre ${costCentre}.`, 'costCentre'));
      if (values['year'] !== null && !(Number.isInteger(year) && year >= 2000 && year < 3000))
        all.push(said('A year has four digits.', 'year'));
      if (amount.isNegative() || amount.gte('1e12')) all.push(said('A budget is an amount of nothing or more.', 'amount'));
      if ((once.get(JSON.stringify([values['costCentre'], values['year']])) ?? []).length > 1)
        all.push(said('This cost centre and year stand in the file twice.', 'costCentre'));
      if (all.length > 0) return wrong([row], key, all);
      const before = (await budgetRow(db, costCentre, year))?.amount ?? null;
      const after = toAmount(amount);
      if (before === after) return { rows: [row], state: 'same', key, faults: [], changes: [], apply: null };
      return {
        rows: [row],
        state: before === null ? 'new' : 'changed',
        key,
        faults: [],
        changes: before === null ? [] : [{ what: 'amount', before, after }],
        apply: async (inside) => {
          await putBudget(inside, costCentre, year, after);
          return { of: 'budget', costCentre, year, before };
        },
      };
    }),
  );
}
