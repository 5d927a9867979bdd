import { ContactMessage } from '../contract/contact';
import { parseInput } from '../contract/parse-input';
import { questionBounds } from '../core/content/contact-questions';
import {
  ANSWER,
  contactFields,
  nothingWritten,
  type ContactFault,
  type WrittenMessage,
} from '../core/site/contact';

const faultOf: Partial<Record<string, ContactFault>> = { maxLength: 'long', isEmail: 'email' };

/**
 * Reads what a visitor wrote in a contact form: every word with what is wrong with it. Answers nothing for what no
 * form of ours sends.
 */
export function parseContactForm(form: Readonly<Record<string, string>>): WrittenMessage | undefined {
  const isAnswer = (name: string): boolean => name.startsWith(ANSWER);
  const own = Object.fromEntries(Object.entries(form).filter(([name]) => !isAnswer(name)));
  const given = {
    ...nothingWritten,
    ...Object.fromEntries(contactFields.map((field) => [field, (own[field] ?? '').trim()])),
  };
  const { value, faults } = parseInput(ContactMessage, { ...own, ...given });
  const written: WrittenMessage = {
    block: own.block ?? '',
    given,
    answers: Object.fromEntries(
      Object.entries(form)
        .filter(([name]) => isAnswer(name))
        .slice(0, questionBounds.questions)
        .map(([name, answer]) => [name.slice(ANSWER.length), answer.trim()]),
    ),
    faults: {},
    // Out of a person's sight: what fills it in is none.
    byMachine: Boolean(own.website),
  };
  for (const field of contactFields) {
    const fault = faults.find(({ path }) => path === `/${field}`);
    if (fault) written.faults[field] = given[field] === '' ? 'missing' : (faultOf[fault.code] ?? 'missing');
  }
  return value || Object.keys(written.faults).length > 0 ? written : undefined;
}
