import type { Invitation, LinkAnswer, PersonLink } from '../../contract/people';
import type { Id } from '../../core/ids';
import { personById, putPassword, type PersonRow } from '../../store/people';
import { dropLinks, linkByHash, putLink } from '../../store/sessions';
import type { Installation } from '../runtime/installation';
import { Refusal } from '../runtime/refusal';
import { hashPassword } from './passwords';
import { addPerson, needPerson, personAnswer, type FreshPerson } from './people';
import { type Person } from './person';
import { endAllSessions, hashOf, openSession, type SignedIn } from './sessions';
import { newWord, wordTyped } from './words';

const DAY = 86_400_000;
/** How long a link may be used. */
const LASTS = 7 * DAY;

/** A link by which somebody chooses a password, once: by letter, and to hand on by hand. */
async function linkFor(
  installation: Installation,
  by: Person,
  person: PersonRow,
  subject: string,
): Promise<PersonLink> {
  const word = newWord(6);
  const until = Date.now() + LASTS;
  await installation.sessions.write((tx) => putLink(tx, hashOf(word), person.id, until));
  const address = `${installation.settings.address}/bench/link/${word}`;
  await installation.queue.put({
    kind: 'letter',
    what: `Letter to ${person.name}: ${subject}`,
    person: by.id,
    input: {
      at: installation.now(),
      letter: {
        from: { name: installation.site.label, address: 'no-reply@clear-frame.local' },
        to: person.email,
        replyTo: { name: by.name, address: by.email },
        subject,
        text: `${person.name},\n\n${by.name} sends you this link. Choose your password there; it works once, for seven days.\n\n${address}\n`,
      },
    },
  });
  return { address, until: new Date(until).toISOString() };
}

/** Invites somebody: they choose their own password by a link. */
export async function invite(
  installation: Installation,
  by: Person,
  fresh: Omit<FreshPerson, 'password'>,
): Promise<Invitation> {
  const person = await addPerson(installation, fresh);
  const link = await linkFor(installation, by, person, `Work on ${installation.site.label}`);
  return { person: personAnswer(person), link };
}

/** Sends somebody a link to choose a new password by. Their password of now stays good until they do. */
export async function sendLink(installation: Installation, by: Person, id: Id): Promise<PersonLink> {
  const person = await needPerson(installation.content, id);
  return linkFor(installation, by, person, `A new password for ${installation.site.label}`);
}

async function personOfLink(installation: Installation, word: string): Promise<PersonRow> {
  const link = await linkByHash(installation.sessions, hashOf(wordTyped(word)), Date.now());
  const person = link && (await personById(installation.content, link.person));
  if (!person)
    throw new Refusal(404, 'This link was used already, or is too old. Ask an architect for another.');
  return person;
}

/** Whom a link lets choose a password. */
export async function linkAnswer(installation: Installation, word: string): Promise<LinkAnswer> {
  const { name, email, joined } = await personOfLink(installation, word);
  return { name, email, joined };
}

/**
 * Keeps the password that somebody chose by a link, ends the link and all their sessions, and signs them in;
 * who has a second factor signs in with it.
 */
export async function useLink(
  installation: Installation,
  word: string,
  password: string,
  agent: string,
): Promise<SignedIn | undefined> {
  const person = await personOfLink(installation, word);
  const hash = await hashPassword(password);
  // Of two who use it at one moment, one gets in.
  if ((await installation.sessions.write((tx) => dropLinks(tx, person.id))) === 0)
    await personOfLink(installation, word);
  await installation.content.write((tx) => putPassword(tx, person.id, hash));
  await endAllSessions(installation, person.id);
  return person.guarded ? undefined : openSession(installation, { ...person, joined: true }, agent);
}
