import { type SignIn } from './index.js';
import Joi from 'joi';

export const signInSchema = Joi.object<SignIn, true>({
  login: Joi.string().trim().lowercase().max(100).required().messages({ 'string.empty': 'Type your login.' }),
  password: Joi.string().max(200).required().messages({ 'string.empty': 'Type your password.' }),
});
