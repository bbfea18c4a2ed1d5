import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';

const NONCE = 12;
const TAG = 16;

/** A secret encrypted with the installation's key (AES-256-GCM): nonce, tag, text. */
export function encrypt(key: Buffer, secret: string): Buffer {
  const nonce = randomBytes(NONCE);
  const cipher = createCipheriv('aes-256-gcm', key, nonce);
  const encrypted = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), encrypted]);
}

/** What was encrypted. @throws where the key is another one or the bytes were changed. */
export function decrypt(key: Buffer, encrypted: Buffer): string {
  const decipher = createDecipheriv('aes-256-gcm', key, encrypted.subarray(0, NONCE));
  decipher.setAuthTag(encrypted.subarray(NONCE, NONCE + TAG));
  return Buffer.concat([decipher.update(encrypted.subarray(NONCE + TAG)), decipher.final()]).toString('utf8');
}
