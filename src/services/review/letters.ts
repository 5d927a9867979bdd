import type { GivenAnswer } from '../../contract/review';
import { people, type PersonRow } from '../../store/people';
import { notesAt } from '../../store/notes';
import type { KeptRecord } from '../../store/records';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';

/** Sends a letter to somebody who wants letters, about a record. */
async function write(
  { queue, settings, site, now }: Installation,
  by: Pick<Person, 'name' | 'email'>,
  { name, email, letters }: PersonRow,
  record: KeptRecord,
  { subject, text }: { subject: string; text: string },
): Promise<void> {
  if (!letters) return;
  await queue.put({
    kind: 'letter',
    what: `Letter to ${name}: ${subject}`,
    person: null,
    input: {
      at: now(),
      letter: {
        from: { name: site.label, address: 'no-reply@clear-frame.local' },
        to: email,
        replyTo: { name: by.name, address: by.email },
        subject,
        text: `${name},\n\n${by.name} ${text}\n\n${settings.address}/bench/open/${record.uuid}\n\nWhich letters you get, you choose under your name in the workspaces.\n`,
      },
    },
  });
}

const called = ({ title }: KeptRecord): string => title || 'Without a name';

/** Tells somebody that a record was given to them. */
export const tellGiven = (
  installation: Installation,
  person: Person,
  to: PersonRow,
  record: KeptRecord,
  { day, words }: GivenAnswer,
): Promise<void> =>
  write(installation, person, to, record, {
    subject: `For you: ${called(record)}`,
    text: `gave you “${called(record)}” to see to${day ? ` by ${day}` : ''}.${words ? `\n\n${words}` : ''}`,
  });

/** Tells those who work on a record of a note at it: who changed it last, and whoever wrote notes at it before. */
export async function tellWriters(
  installation: Installation,
  person: Person,
  record: KeptRecord,
  words: string,
): Promise<void> {
  const wrote = await notesAt(installation.content, record.id);
  const ids = new Set([record.changedById, ...wrote.map((note) => note.person)]);
  for (const each of await people(installation.content))
    if (ids.has(each.id) && each.id !== person.id)
      await write(installation, person, each, record, {
        subject: `A note at ${called(record)}`,
        text: `wrote at “${called(record)}”:\n\n${words}`,
      });
}
