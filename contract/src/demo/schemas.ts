import { DEMO_MAILS, type DemoWish, SCAN_RESOLUTIONS, MOST_SCANNED, type ScanWish } from './index.js';
import Joi from 'joi';

export const demoMailSchema = Joi.object<DemoWish, true>({
  what: Joi.string()
    .valid(...DEMO_MAILS)
    .required(),
});
export const scanWishSchema = Joi.object<ScanWish, true>({
  invoices: Joi.number().integer().min(1).max(MOST_SCANNED).required(),
  resolution: Joi.number()
    .valid(...SCAN_RESOLUTIONS)
    .required(),
  paper: Joi.string().valid('clean', 'worn').required(),
  file: Joi.string().valid('pdf', 'tiff').required(),
  separators: Joi.boolean().required(),
  to: Joi.string().valid('mail', 'folder').required(),
});
