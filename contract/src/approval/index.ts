import Joi from 'joi';
import type { Versioned } from '../checking/index.js';

export interface Approve extends Versioned {
  readonly comment: string;
}
export const approveSchema = Joi.object<Approve, true>({
  version: Joi.number().integer().positive().required(),
  comment: Joi.string().trim().max(500).allow('').default(''),
});
