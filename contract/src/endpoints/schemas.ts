import Joi from 'joi';
import { approveSchema, separationSchema } from '../approval/schemas.js';
import { answerWishSchema, questionWishSchema, shortPaymentSchema, waitWishSchema } from '../asking/schemas.js';
import { handingWishSchema, holdingWishSchema, noteWishSchema, parkingSchema, tagsWishSchema } from '../around/schemas.js';
import {
  cellNameSchema,
  disputingSchema,
  fieldChangeSchema,
  fieldNameSchema,
  finishingSchema,
  kindChangeSchema,
  positionSchema,
  reasonedSchema,
  tableEditSchema,
  undoingSchema,
  valueChangeSchema,
  versionedSchema,
} from '../checking/schemas.js';
import { codingRulesWishSchema, codingWishSchema, templateWishSchema } from '../coding/schemas.js';
import { idSchema } from '../common-schemas.js';
import { demoMailSchema, scanWishSchema } from '../demo/schemas.js';
import {
  newSourceSchema,
  newTokenSchema,
  pictureAsideSchema,
  pieceStartSchema,
  rulesWishSchema,
  sendingSchema,
  sourceChangeSchema,
  uploadIdSchema,
  uploadStartSchema,
} from '../intake/schemas.js';
import { importTableSchema, importWishSchema, mappingWishSchema } from '../importing/schemas.js';
import { letterWishSchema } from '../letters/schemas.js';
import { postingAllSchema, searchSchema } from '../ledger/schemas.js';
import {
  codingChoiceSchema,
  orderChoiceSchema,
  pairChoiceSchema,
  creditedChoiceSchema,
  replacesChoiceSchema,
  supplierChoiceSchema,
} from '../matching/schemas.js';
import { signInSchema } from '../people/schemas.js';
import { keepWishSchema, runWishSchema, targetWishSchema } from '../exports/schemas.js';
import { pageLeadsSchema, riskChangeSchema } from '../reading/schemas.js';
import { ledgerCodesSchema, otherLedgerSwitchSchema } from '../other-ledger/schemas.js';
import { pageWishSchema } from '../paging/schemas.js';
import { newHookSchema } from '../hooks/schemas.js';
import {
  deletionAgreementSchema,
  deletionRefusalSchema,
  deletionWishSchema,
  dueWishSchema,
  holdWishSchema,
  releaseAnswerSchema,
  releaseWishSchema,
  retentionWishSchema,
} from '../retention/schemas.js';
import { keepingWishSchema, namePreviewSchema } from '../keeping/schemas.js';
import { archiveSearchSchema, handingListSchema, keepSearchSchema } from '../searching/schemas.js';
import { arrangementSchema, pageNumberSchema, pictureWishSchema } from '../separating/schemas.js';
import { alikeAcceptanceSchema, alikeChoiceSchema } from '../sorting/schemas.js';
import {
  habitReturnSchema,
  habitsFileSchema,
  habitsMergeSchema,
  habitsTrySchema,
  habitSwitchSchema,
  ruleRemovalSchema,
  ruleTrySchema,
  ruleWishSchema,
} from '../habits/schemas.js';
import { inspectionWishSchema, orderChangeSchema, orderStateChangeSchema, orderWishSchema, receiptWishSchema } from '../orders/schemas.js';
import { ownFieldWishSchema, ownKeySchema } from '../own-fields/schemas.js';
import {
  accountWishSchema,
  blockWishSchema,
  changeAnswerSchema,
  mergeWishSchema,
  newSupplierSchema,
  supplierRecordWishSchema,
} from '../suppliers/schemas.js';
import { sweepStrokeSchema, sweepUndoSchema } from '../sweeping/schemas.js';
import { arrivalSearchSchema, traySchema } from '../trays/schemas.js';
import type { InputOf, Bytes, EndpointName, Nothing, PathValues } from './index.js';

/** How each changing part of a path must be written. */
export const PATH_SCHEMAS: { readonly [N in keyof PathValues]: Joi.Schema<PathValues[N]> } = {
  id: idSchema,
  page: pageNumberSchema,
  field: fieldNameSchema,
  cell: cellNameSchema,
  position: positionSchema,
  key: ownKeySchema,
  doubt: idSchema,
  trial: idSchema,
  table: importTableSchema,
  change: idSchema,
  exception: idSchema,
  tray: traySchema,
  upload: uploadIdSchema,
  starts: pieceStartSchema,
};

type WithInput = { [N in EndpointName]: InputOf<N> extends Nothing ? never : N }[EndpointName];

/** How the input of each endpoint must be: one schema for each that has any, and it makes the type that the table says. */
export const INPUT_SCHEMAS: { readonly [N in WithInput]: Joi.Schema<InputOf<N> extends Bytes ? Uint8Array : InputOf<N>> } = {
  signIn: signInSchema,
  arrivals: arrivalSearchSchema,
  sendArrivalOn: sendingSchema,
  readAside: pictureAsideSchema,
  addSource: newSourceSchema,
  changeSource: sourceChangeSchema,
  setRules: rulesWishSchema,
  startUpload: uploadStartSchema,
  sendPiece: Joi.binary().required().messages({ 'any.required': 'The piece is missing.' }),
  makeToken: newTokenSchema,
  documentPicture: pictureWishSchema,
  park: parkingSchema,
  addNote: noteWishSchema,
  setTags: tagsWishSchema,
  handOver: handingWishSchema,
  hold: holdingWishSchema,
  turnAway: reasonedSchema,
  reopen: versionedSchema,
  changeField: fieldChangeSchema,
  changeKind: kindChangeSchema,
  changeLines: tableEditSchema,
  changeCell: valueChangeSchema,
  dispute: disputingSchema,
  undo: undoingSchema,
  settleDoubt: versionedSchema,
  readAgain: versionedSchema,
  finishCheck: finishingSchema,
  writeLetter: letterWishSchema,
  chooseSupplier: supplierChoiceSchema,
  chooseOrder: orderChoiceSchema,
  choosePairs: pairChoiceSchema,
  chooseCredited: creditedChoiceSchema,
  chooseReplaced: replacesChoiceSchema,
  codeLine: codingChoiceSchema,
  codeLines: codingWishSchema,
  setCodingRules: codingRulesWishSchema,
  saveTemplate: templateWishSchema,
  acceptException: reasonedSchema,
  ask: questionWishSchema,
  waitForReceipt: waitWishSchema,
  payShort: shortPaymentSchema,
  answer: answerWishSchema,
  confirmAccount: reasonedSchema,
  approve: approveSchema,
  sendBack: reasonedSchema,
  setSeparation: separationSchema,
  post: versionedSchema,
  postAll: postingAllSchema,
  sweep: sweepStrokeSchema,
  undoSweep: sweepUndoSchema,
  search: searchSchema,
  switchOtherLedger: otherLedgerSwitchSchema,
  setLedgerCodes: ledgerCodesSchema,
  makeHook: newHookSchema,
  setKeeping: keepingWishSchema,
  namePreview: namePreviewSchema,
  setRetention: retentionWishSchema,
  dueOriginals: dueWishSchema,
  placeHold: holdWishSchema,
  askRelease: releaseWishSchema,
  answerRelease: releaseAnswerSchema,
  askDeletion: deletionWishSchema,
  agreeDeletion: deletionAgreementSchema,
  refuseDeletion: deletionRefusalSchema,
  documents: pageWishSchema,
  allArrivals: pageWishSchema,
  allEntries: pageWishSchema,
  allOrders: pageWishSchema,
  allSuppliers: pageWishSchema,
  allAudit: pageWishSchema,
  searchArchive: archiveSearchSchema,
  keepSearch: keepSearchSchema,
  handList: handingListSchema,
  suppliers: searchSchema,
  tryHabits: habitsTrySchema,
  mergeHabits: habitsMergeSchema,
  saveRule: ruleWishSchema,
  removeRule: ruleRemovalSchema,
  tryRule: ruleTrySchema,
  importHabits: habitsFileSchema,
  switchHabit: habitSwitchSchema,
  returnHabits: habitReturnSchema,
  addSupplier: newSupplierSchema,
  changeSupplier: supplierRecordWishSchema,
  changeAccounts: accountWishSchema,
  blockSupplier: blockWishSchema,
  mergeSupplier: mergeWishSchema,
  answerChange: changeAnswerSchema,
  orders: searchSchema,
  enterOrder: orderWishSchema,
  changeOrder: orderChangeSchema,
  setOrderState: orderStateChangeSchema,
  enterReceipt: receiptWishSchema,
  inspect: inspectionWishSchema,
  audit: searchSchema,
  startImport: importWishSchema,
  mapImport: mappingWishSchema,
  filePicture: pictureWishSchema,
  smallFilePicture: pictureWishSchema,
  arrange: arrangementSchema,
  settleAlike: alikeChoiceSchema,
  acceptAlike: alikeAcceptanceSchema,
  addOwnField: ownFieldWishSchema,
  changeOwnField: ownFieldWishSchema,
  setRisk: riskChangeSchema,
  previewExport: runWishSchema,
  runExport: runWishSchema,
  keepExport: keepWishSchema,
  setExportTarget: targetWishSchema,
  setPageLeads: pageLeadsSchema,
  supplierWrites: demoMailSchema,
  scannerFeeds: scanWishSchema,
};
