import { CONTACT_BYTES } from '../contract/contact';
import type { Id } from '../core/ids';
import type { VisitorPage } from '../core/site/visitor-page';
import { sharedInstallation, type Installation } from '../services/runtime';
import { asVisitor, holdsToken, takeComment, takeMessage, visit } from '../services/visitor';
import { audienceOf, visitorAsking } from '../services/visitor-accounts';
import { parseCommentForm } from './comment-form';
import { parseContactForm } from './contact-form';
import { readForm } from './read-form';
import { cameFrom, isFromHere } from './same-origin';
import { takeAccount } from './visitor-account';
import { answering, missing, showsPrivately, without, type Missing } from './visitor-answer';

/** What a visitor says on the page: kept, it leads back to it; not kept, the page comes back with every word. */
async function takeSaid(
  installation: Installation,
  page: VisitorPage,
  form: Readonly<Record<string, string>>,
  address: string,
  visitor: Id | null,
): Promise<Response | undefined> {
  const written = parseCommentForm(form);
  const state = written && (await takeComment(installation, page, written, address, visitor));
  if (!state) return undefined;
  const { became } = state;
  if (became === 'held' || became === 'shown')
    return new Response(null, {
      status: 303,
      headers: { Location: `${encodeURI(page.address)}?said=${became}#comments` },
    });
  return answering(installation, page, { commented: state }, became === 'too many' ? 429 : 422);
}

/**
 * What a visitor wrote in a form of the page: to the people behind it, or for all to read. Taken, it leads back to the
 * page; not taken, the page comes back with every word.
 */
export async function takeForm(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const { pathname } = new URL(request.url);
  const account = await takeAccount(installation, request, showsPrivately(installation));
  if (account) return account;
  const asking = await visitorAsking(installation, request.headers.get('cookie'));
  const audience = audienceOf(asking);
  const refuse = (says: Missing) => missing(installation, audience, pathname, says);
  if (!isFromHere(request)) return refuse('foreign form');
  const found = await asVisitor(installation, audience, (seen) => visit(seen, pathname));
  if (found.found === 'search') return refuse('changed form');
  if (found.found !== 'page') return without(installation, audience, pathname, found);
  const form = await readForm(request, CONTACT_BYTES);
  if (form === 'too-large') return refuse('long form');
  const address = request.headers.get('x-clear-frame-address') ?? '';
  // What is said on a page carries a stamp in any case.
  if (form.comments !== undefined)
    return (
      (await takeSaid(installation, found.page, form, address, asking?.visitor.uuid ?? null)) ??
      refuse('changed form')
    );
  if (cameFrom(request) === 'unsaid' && !holdsToken(installation, form)) return refuse('foreign form');
  const written = parseContactForm(form);
  const state =
    written && (await takeMessage(installation, found.page, written, address, asking?.visitor.id ?? null));
  if (!state) return refuse('changed form');
  if (!state.sent) return answering(installation, found.page, { contact: state }, state.tooMany ? 429 : 422);
  return new Response(null, {
    status: 303,
    headers: { Location: `${encodeURI(found.page.address)}?sent=${state.block}#b-${state.block}` },
  });
}
