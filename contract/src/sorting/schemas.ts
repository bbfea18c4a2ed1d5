import { type AlikeAcceptance, type AlikeChoice } from './index.js';
import { DOCUMENT_KINDS } from '@umber/core/documents';
import Joi from 'joi';
import { idSchema as id, reasonSchema } from '../common-schemas.js';

const documents = Joi.array()
  .items(Joi.object({ id, version: id }))
  .min(1)
  .max(500)
  .required()
  .messages({ 'array.min': 'Choose at least one document.' });
export const alikeAcceptanceSchema = Joi.object<AlikeAcceptance>({ documents });
export const alikeChoiceSchema = Joi.object<AlikeChoice>({
  documents,
  does: Joi.alternatives()
    .conditional('.act', {
      switch: [
        { is: 'supplier', then: Joi.object({ act: 'supplier', supplierId: id }) },
        {
          is: 'kind',
          then: Joi.object({
            act: 'kind',
            kind: Joi.string()
              .valid(...DOCUMENT_KINDS)
              .required(),
          }),
        },
        {
          is: Joi.valid('park', 'turn-away'),
          then: Joi.object({ act: Joi.string(), reason: reasonSchema }),
        },
        { is: 'apart', then: Joi.object({ act: 'apart' }) },
      ],
      otherwise: Joi.forbidden(),
    })
    .required(),
});
