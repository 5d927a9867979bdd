import { mkdir, readdir, rename, rm, unlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** A letter as it is handed to the mail service. */
export interface Letter {
  from: { name: string; address: string };
  to: string;
  replyTo?: { name: string; address: string };
  subject: string;
  text: string;
}

const letterFile = (at: number, name: string): string => `${at}-${name}.eml`;

/**
 * The mail service that ships with the product: nothing leaves the machine. Each letter lies in the outbox as a file
 * of its own (RFC 5322), named by its moment (ms) and `name`, where a real service would take it from. Put in twice
 * under the same name, it is one letter; half of one is never there.
 */
export async function putInOutbox(folder: string, letter: Letter, at: number, name: string): Promise<void> {
  // Read with the first letter: most of the time nobody writes one.
  const { createTransport } = await import('nodemailer');
  const { message } = await createTransport({ streamTransport: true, buffer: true }).sendMail({
    ...letter,
    date: new Date(at),
    messageId: `<${name}@clear-frame.local>`,
  });
  if (!Buffer.isBuffer(message)) throw new Error('The letter was not written whole.');
  await mkdir(folder, { recursive: true });
  const half = join(folder, `.${name}.part`);
  await writeFile(half, message);
  await rename(half, join(folder, letterFile(at, name)));
}

/** Takes one letter out of the outbox, where it lies there still. */
export const removeFromOutbox = (folder: string, at: number, name: string): Promise<void> =>
  rm(join(folder, letterFile(at, name)), { force: true });

/**
 * Takes letters out of the outbox that were written before a moment (ms), the oldest first, at most so many. Answers how
 * many.
 */
export async function clearOutbox(folder: string, before: number, most: number): Promise<number> {
  const names = await readdir(folder).catch(() => []);
  const old = names
    .map((name) => ({ name, at: Number(/^(\d+)-.*\.eml$/.exec(name)?.[1] ?? NaN) }))
    .filter(({ at }) => at < before)
    .sort((a, b) => a.at - b.at)
    .slice(0, most);
  for (const { name } of old) await unlink(join(folder, name));
  return old.length;
}
