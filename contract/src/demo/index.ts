import Joi from 'joi';

/** What the stand-in supplier may be asked to send. */
export const DEMO_MAILS = ['clean', 'doubt', 'price-variance', 'stack', 'copier', 'no-attachment', 'again'] as const;
export type DemoMail = (typeof DEMO_MAILS)[number];
export const demoMailSchema = Joi.object<{ what: DemoMail }>({
  what: Joi.string()
    .valid(...DEMO_MAILS)
    .required(),
});
export interface DemoSent {
  readonly supplier: string;
  readonly subject: string;
}
