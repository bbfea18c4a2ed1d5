import Joi from 'joi';
import { idSchema } from '../common-schemas.js';
import type { SweepAnswer, SweepStroke, SweepUndo } from './index.js';

/** Most values of one stroke: more than any screen shows. */
const MOST = 200;

export const sweepStrokeSchema = Joi.object<SweepStroke>({
  answers: Joi.array()
    .items(
      Joi.object<SweepAnswer, true>({
        document: idSchema,
        doubt: idSchema,
        shown: Joi.string().max(500).required(),
        value: Joi.string().trim().max(500).allow(null).required(),
      }),
    )
    .min(1)
    .max(MOST)
    .required(),
});
export const sweepUndoSchema = Joi.object<SweepUndo>({
  steps: Joi.array()
    .items(Joi.object({ document: idSchema, step: idSchema }))
    .min(1)
    .max(MOST)
    .required(),
});
