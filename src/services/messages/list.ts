import type { MessagesAnswer, MessagesQuery } from '../../contract/messages';
import { messagesPage } from '../../store/visitor-letters';
import type { Installation } from '../runtime/installation';

const USUAL = 50;

/** The messages of visitors, the newest first: from whom and from which page. What they say is in their letters. */
export async function messages(
  { sessions }: Installation,
  { email, offset = 0, limit = USUAL }: MessagesQuery,
): Promise<MessagesAnswer> {
  const from = email?.trim().toLowerCase();
  const { total, rows } = await messagesPage(sessions, { offset, limit, ...(from ? { email: from } : {}) });
  return {
    total,
    items: rows.map(({ letter, email: address, at, page, visitor }) => ({
      id: letter,
      email: address,
      at: new Date(at).toISOString(),
      page: page ?? '',
      withAccount: visitor !== null,
    })),
  };
}
