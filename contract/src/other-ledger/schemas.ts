import Joi from 'joi';
import { LEDGER_CODE_KINDS, type LedgerCodeChange, type LedgerCodesWish, type OtherLedgerSwitch } from './index.js';

export const otherLedgerSwitchSchema = Joi.object<OtherLedgerSwitch>({ isOn: Joi.boolean().required() });
export const ledgerCodesSchema = Joi.object<LedgerCodesWish>({
  codes: Joi.array()
    .items(
      Joi.object<LedgerCodeChange>({
        kind: Joi.string()
          .valid(...LEDGER_CODE_KINDS)
          .required(),
        ours: Joi.string().max(40).required(),
        theirs: Joi.string().trim().min(1).max(40).allow(null).required().messages({ '*': 'A code has at most 40 letters and digits.' }),
      }),
    )
    .min(1)
    .max(2000)
    .required(),
});
