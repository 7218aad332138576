import { createHash, randomBytes, randomInt } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** OWASP’s first choice for argon2id: 19 MiB, two passes, one lane (the library’s own defaults). */
export const hashed = (secret: string): Promise<string> => hash(secret);
/** As long for a name nobody has as for one with a wrong password. */
const NOBODY = hash(randomBytes(16).toString('hex'));
export const matches = async (kept: string | null, secret: string): Promise<boolean> => {
  const same = await verify(kept ?? (await NOBODY), secret);
  return same && kept !== null;
};

/** What a device shows to be known again: 256 bits of chance; only its hash is kept here. */
export const newToken = (): string => randomBytes(32).toString('base64url');
export const tokenHash = (token: string): string =>
  createHash('sha256').update(token).digest('base64url');

/** Eight digits that are read off one screen and typed on another. */
export const newCode = (): string => String(randomInt(0, 100_000_000)).padStart(8, '0');
export const codeHash = (code: string): string => tokenHash(`code ${code.replace(/\D/g, '')}`);
