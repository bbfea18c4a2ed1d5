import { hash, verify } from '@node-rs/argon2';

/** OWASP's parameters for Argon2id: 19 MiB, two passes, one lane. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

/** A hash to compare with when the login is unknown, so that both answers take as long. */
const nobody = hashPassword('nobody has this password');

export async function passwordFits(passwordHash: string | null, password: string): Promise<boolean> {
  const fits = await verify(passwordHash ?? (await nobody), password).catch(() => false);
  return passwordHash !== null && fits;
}
