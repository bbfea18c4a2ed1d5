import Joi from 'joi';
import type { Versioned } from '../checking/index.js';

const version = Joi.number().integer().positive().required();

export interface SupplierChoice extends Versioned {
  readonly supplierId: number;
}
export const supplierChoiceSchema = Joi.object<SupplierChoice, true>({ version, supplierId: Joi.number().integer().positive().required() });

export interface OrderChoice extends Versioned {
  /** Null: this invoice has no order. */
  readonly orderId: number | null;
}
export const orderChoiceSchema = Joi.object<OrderChoice, true>({
  version,
  orderId: Joi.number().integer().positive().allow(null).required(),
});

export interface CodingChoice extends Versioned {
  readonly account: string;
  readonly costCentre: string;
}
export const codingChoiceSchema = Joi.object<CodingChoice, true>({
  version,
  account: Joi.string().max(20).required(),
  costCentre: Joi.string().max(20).required(),
});

/** A supplier or order that a document may belong to, likeliest first. */
export interface Proposal {
  readonly id: number;
  readonly name: string;
  readonly reasons: readonly string[];
}
export interface Proposals {
  readonly suppliers: readonly Proposal[];
  readonly orders: readonly Proposal[];
}
export interface CodingLists {
  readonly accounts: readonly { readonly number: string; readonly name: string }[];
  readonly costCentres: readonly { readonly code: string; readonly name: string }[];
}
