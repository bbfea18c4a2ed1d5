import type { Role } from '@umber/core/permissions';
import Joi from 'joi';

export interface Person {
  readonly id: number;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
}

export interface SignIn {
  readonly login: string;
  readonly password: string;
}
export const signInSchema = Joi.object<SignIn, true>({
  login: Joi.string().trim().lowercase().max(100).required().messages({ 'string.empty': 'Type your login.' }),
  password: Joi.string().max(200).required().messages({ 'string.empty': 'Type your password.' }),
});

export interface Session {
  readonly person: Person;
  readonly company: { readonly name: string; readonly currency: string; readonly invoicesAddress: string };
  /** Whether the simulated outside world is running beside the server. */
  readonly demo: boolean;
}
