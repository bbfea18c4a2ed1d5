import type { ApprovalReason } from '@umber/core/documents';
import type { ApprovalRule, Separation } from '@umber/core/approval';
import { jsonOf, many, one, type Database } from '../database/database.js';

export const approvalRules = (db: Database) =>
  many<ApprovalRule>(
    db,
    'select min_amount as "minAmount", cost_centre as "costCentre", only_exceptions as "onlyExceptions", approver, person_id as "personId" from approval_rules order by position',
  );

export const costCentreManagers = (db: Database) =>
  many<{ code: string; managerId: number }>(db, 'select code, manager_id as "managerId" from cost_centres');

export const askApproval = (db: Database, documentId: number, because: ApprovalReason) =>
  db.query('insert into approvals (document_id, approver_id, because) values ($1, $2, $3) on conflict do nothing', [
    documentId,
    because.person,
    jsonOf(because),
  ]);

export const askedApprovals = (db: Database, documentId: number) =>
  many<{ id: number; approverId: number }>(
    db,
    'select id, approver_id as "approverId" from approvals where document_id = $1 and state = \'asked\'',
    [documentId],
  );

export const answerApproval = (db: Database, id: number, state: 'approved' | 'sent-back', comment: string | null) =>
  db.query('update approvals set state = $2, comment = $3, answered_at = now() where id = $1', [id, state, comment]);

/** Who approved a document. */
export const approversOf = async (db: Database, documentId: number): Promise<number[]> =>
  (
    await many<{ id: number }>(db, "select distinct approver_id as id from approvals where document_id = $1 and state = 'approved'", [
      documentId,
    ])
  ).map(({ id }) => id);

export const separationOf = async (db: Database): Promise<Separation> =>
  (await one<{ separation: Separation }>(db, 'select separation from company')).separation;

export const setSeparation = (db: Database, separation: Separation) => db.query('update company set separation = $1', [separation]);
