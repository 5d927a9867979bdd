import { randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

// OWASP's first recommendation for argon2id: 19 MiB, two passes, one lane.
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** What is kept of a password. */
export const hashPassword = (password: string): Promise<string> => hash(password, argon);

/** A hash to compare with when nobody has the e-mail, so that the answer takes as long. */
let nobody: Promise<string> | undefined;

/** Whether a password is the one whose hash is kept; an empty hash is nobody's, and takes as long to refuse. */
export async function isPassword(kept: string, given: string): Promise<boolean> {
  nobody ??= hashPassword(randomBytes(16).toString('hex'));
  const right = await verify(kept || (await nobody), given);
  return kept !== '' && right;
}
