import { putInOutbox } from '../../standins/mail-outbox';
import type { Installation } from '../runtime/installation';
import { log } from '../runtime/log';
import { Refusal } from '../runtime/refusal';
import type { Job, Step } from './doers';

/** Hands a letter to the mail service, under the name of its work: handed over twice, it is still one letter. */
export async function handOver(
  { outboxFolder }: Pick<Installation, 'outboxFolder'>,
  { id, input: { letter, at } }: Job<'letter'>,
): Promise<Step<null>> {
  await putInOutbox(outboxFolder, letter, at, id).catch((error: unknown) => {
    log.error({ error, letter: id }, 'The mail service does not take a letter.');
    throw new Refusal(503, 'The mail service does not take it.');
  });
  return { position: undefined, done: 1, total: 1 };
}
