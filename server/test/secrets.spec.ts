import { randomBytes } from 'node:crypto';
import fc from 'fast-check';
import { encrypt, decrypt } from '../src/intake/encryption.js';
import { hashPassword, passwordFits } from '../src/people/passwords.js';

describe('a secret that is kept', () => {
  const key = randomBytes(32);

  it('comes out as it went in, each time encrypted otherwise', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (secret) => {
        const [one, other] = [encrypt(key, secret), encrypt(key, secret)];
        expect(decrypt(key, one)).toBe(secret);
        expect(one.equals(other)).toBe(false);
      }),
    );
  });

  it('does not open with another key, nor once a byte of it was changed', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), fc.nat(), (secret, at) => {
        const encrypted = encrypt(key, secret);
        expect(() => decrypt(randomBytes(32), encrypted)).toThrow();
        encrypted[at % encrypted.length] ^= 1;
        expect(() => decrypt(key, encrypted)).toThrow();
      }),
      { numRuns: 50 },
    );
  });
});

describe('passwords', () => {
  it('fit only themselves, and nobody’s fits none', async () => {
    const kept = await hashPassword('tray by the window');
    expect(kept).toMatch(/^\$argon2id\$/);
    expect(await passwordFits(kept, 'tray by the window')).toBe(true);
    expect(await passwordFits(kept, 'Tray by the window')).toBe(false);
    expect(await passwordFits(null, 'nobody has this password')).toBe(false);
    expect(await passwordFits('no hash at all', 'x')).toBe(false);
  });
});
