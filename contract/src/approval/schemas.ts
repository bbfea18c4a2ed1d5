import { SEPARATIONS } from '@umber/core/approval';
import { type Approve, type SeparationChange } from './index.js';
import Joi from 'joi';
import { versionSchema } from '../common-schemas.js';

export const approveSchema = Joi.object<Approve, true>({
  version: versionSchema,
  comment: Joi.string().trim().max(500).allow('').default(''),
});

export const separationSchema = Joi.object<SeparationChange, true>({
  separation: Joi.string()
    .valid(...SEPARATIONS)
    .required(),
});
