import { createHash } from 'node:crypto';
import type { AskedQuestion } from '../../core/content/contact-questions';
import type { Id } from '../../core/ids';
import { answerFaults, YES, type ContactState, type WrittenMessage } from '../../core/site/contact';
import type { DrawnBlock, DrawnSlots, VisitorPage } from '../../core/site/visitor-page';
import { attemptsSince, noteAttempt } from '../../store/sessions';
import { putVisitorLetter } from '../../store/visitor-letters';
import type { Installation } from '../runtime/installation';

const WINDOW = 15 * 60_000;
/** Messages within the window from one address. */
const MOST = 10;

function blockOf(slots: DrawnSlots, id: string): DrawnBlock | undefined {
  for (const block of Object.values(slots).flat()) {
    const found = block.id === id ? block : blockOf(block.slots, id);
    if (found) return found;
  }
  return undefined;
}

/** Who gets what visitors write in a block: the e-mail address in its `link` part. */
const recipientOf = (block: DrawnBlock): string | undefined =>
  block.face.link
    ?.map(({ href }) => href)
    .find((href) => href?.startsWith('mailto:'))
    ?.slice('mailto:'.length);

/** What was answered, question by question, as a person reads it. */
const answersInWords = (
  questions: readonly AskedQuestion[],
  answers: Readonly<Record<Id, string>>,
): { question: string; answer: string }[] =>
  questions.map(({ id, label, sort, choices }) => {
    const answer = answers[id] ?? '';
    const chosen = choices.find(({ value }) => value === answer)?.words ?? (answer || 'nothing');
    const ticked = answer === YES ? 'yes' : 'no';
    return { question: onOneLine(label), answer: sort === 'yesNo' ? ticked : chosen };
  });

/** A message has no lines in its name or subject. */
const onOneLine = (words: string): string => words.replace(/\s+/g, ' ').trim();

/** Whether a message may be sent: the same one again is the one that was sent, and there are bounds to how many. */
async function mayBeSent(
  installation: Installation,
  address: string,
  said: string,
): Promise<'first' | 'again' | 'too many'> {
  const now = Date.now();
  const from = `message from ${address}`;
  const same = `message ${createHash('sha256').update(`${address} ${said}`).digest('base64url')}`;
  return installation.sessions.write(async (tx) => {
    if ((await attemptsSince(tx, same, now - WINDOW)) > 0) return 'again';
    if ((await attemptsSince(tx, from, now - WINDOW)) >= MOST) return 'too many';
    await noteAttempt(tx, [from, same], now, now - WINDOW);
    return 'first';
  });
}

/**
 * Takes what a visitor wrote in a contact form of a page and has it sent. Answers what became of it, with
 * every word that was written; nothing where the page has no such form. Written by a `visitor` who is signed in (their
 * integer key), it is kept with the account.
 */
export async function takeMessage(
  installation: Installation,
  page: VisitorPage,
  { given, answers, faults, byMachine, ...written }: WrittenMessage,
  address: string,
  visitor: number | null,
): Promise<ContactState | undefined> {
  const block = blockOf(page.slots, written.block);
  const to = block?.behaves === 'contact' ? recipientOf(block) : undefined;
  if (!block || to === undefined) return undefined;
  const { questions = [] } = block;
  const wrong = answerFaults(questions, answers);
  const state: ContactState = { block: block.id, sent: false, given, answers, faults, answerFaults: wrong };
  if (Object.keys(faults).length + Object.keys(wrong).length > 0) return state;
  // A machine that fills in everything is thanked like anyone, and not read.
  if (byMachine) return { ...state, sent: true };
  const taken = await mayBeSent(
    installation,
    address,
    JSON.stringify([page.address, block.id, given, answers]),
  );
  if (taken === 'too many') return { ...state, tooMany: true };
  if (taken === 'again') return { ...state, sent: true };
  const writer = { name: onOneLine(given.name), address: given.email };
  const at = installation.now();
  const answered = answersInWords(questions, answers);
  await installation.queue.put({
    kind: 'letter',
    what: `Letter of a visitor, from “${page.title}”`,
    person: null,
    alongside: (tx, letter) =>
      putVisitorLetter(tx, {
        ...{ letter, at, visitor, email: given.email.toLowerCase(), page: page.title },
        said: visitor === null ? null : JSON.stringify({ ...given, answers: answered }),
      }),
    input: {
      at,
      letter: {
        from: { name: installation.site.label, address: 'no-reply@clear-frame.local' },
        to,
        replyTo: writer,
        subject: onOneLine(`${block.face.heading?.[0]?.words ?? installation.site.label}: ${given.name}`),
        text: `${[given.message, ...answered.map(({ question, answer }) => `${question}: ${answer}`), ''].join('\n\n')}-- \n${writer.name} <${writer.address}>\n${page.title}, ${page.address}\n`,
      },
    },
  });
  return { ...state, sent: true };
}
