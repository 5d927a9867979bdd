import { ContactMessage } from '../contract/contact';
import { parseInput } from '../contract/parse-input';
import { contactFields, nothingWritten, type ContactFault, type WrittenMessage } from '../core/site/contact';

const faultOf: Partial<Record<string, ContactFault>> = { maxLength: 'long', isEmail: 'email' };

/**
 * Reads what a visitor wrote in a contact form: every word with what is wrong with it. Answers nothing for what no
 * form of ours sends.
 */
export function parseContactForm(form: Readonly<Record<string, string>>): WrittenMessage | undefined {
  const given = {
    ...nothingWritten,
    ...Object.fromEntries(contactFields.map((field) => [field, (form[field] ?? '').trim()])),
  };
  const { value, faults } = parseInput(ContactMessage, { ...form, ...given });
  const written: WrittenMessage = {
    block: form.block ?? '',
    given,
    faults: {},
    // Out of a person's sight: what fills it in is none.
    byMachine: Boolean(form.website),
  };
  for (const field of contactFields) {
    const fault = faults.find(({ path }) => path === `/${field}`);
    if (fault) written.faults[field] = given[field] === '' ? 'missing' : (faultOf[fault.code] ?? 'missing');
  }
  return value || Object.keys(written.faults).length > 0 ? written : undefined;
}
