import {
  type SupplierChoice,
  type OrderChoice,
  type CodingChoice,
  type PairChoice,
  type CreditedChoice,
  type ReplacesChoice,
} from './index.js';
import Joi from 'joi';
import { idSchema, versionSchema as version } from '../common-schemas.js';

export const supplierChoiceSchema = Joi.object<SupplierChoice, true>({ version, supplierId: idSchema });
export const orderChoiceSchema = Joi.object<OrderChoice>({
  version,
  orderIds: Joi.array().items(idSchema).unique().max(20).required(),
});
export const pairChoiceSchema = Joi.object<PairChoice>({
  version,
  orderLineIds: Joi.array().items(idSchema).unique().max(20).allow(null).required(),
});
export const codingChoiceSchema = Joi.object<CodingChoice, true>({
  version,
  account: Joi.string().max(20).required(),
  costCentre: Joi.string().max(20).required(),
});
export const creditedChoiceSchema = Joi.object<CreditedChoice>({
  version,
  invoiceIds: Joi.array().items(idSchema).unique().max(20).required(),
});
export const replacesChoiceSchema = Joi.object<ReplacesChoice>({ version, invoiceId: idSchema.allow(null) });
