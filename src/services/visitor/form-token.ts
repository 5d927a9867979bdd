import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Id } from '../../core/ids';
import type { Installation } from '../runtime/installation';

const SIGNS = 22;

/** What a form carries that stands on this site, and no other can make. It is the same for every visitor: pages are kept. */
export const formToken = ({ secret }: Pick<Installation, 'secret'>, block: Id): string =>
  createHmac('sha256', secret).update(`form ${block}`).digest('base64url').slice(0, SIGNS);

/** Whether a form that was sent carries its token. */
export function holdsToken(
  installation: Pick<Installation, 'secret'>,
  form: Readonly<Record<string, string>>,
): boolean {
  const given = Buffer.from(form.token ?? '');
  const own = Buffer.from(formToken(installation, form.block ?? ''));
  return given.length === own.length && timingSafeEqual(given, own);
}
