import { MOST_RISK, type PageLeadsChange, type RiskChange } from './index.js';
import Joi from 'joi';

export const riskChangeSchema = Joi.object<RiskChange, true>({
  acceptedRisk: Joi.number()
    .integer()
    .min(1)
    .max(MOST_RISK)
    .required()
    .messages({ '*': `Say how many of 100 may be wrong unasked: a whole number from 1 to ${MOST_RISK}.` }),
});

export const pageLeadsSchema = Joi.object<PageLeadsChange, true>({
  pageLeads: Joi.boolean().strict().required().messages({ '*': 'Say whether the page counts: true or false.' }),
});
