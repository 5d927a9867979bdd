import type { DraftLinkMade, DraftLinksAnswer, NewDraftLink } from '../../contract/draft-links';
import { canonicalAddress } from '../../core/site/address';
import type { VisitorPage } from '../../core/site/visitor-page';
import { isId, newId, type Id } from '../../core/ids';
import {
  draftLinkByHash,
  draftLinksOf,
  endDraftLink as end,
  putDraftLink,
  type DraftLinkRow,
} from '../../store/draft-links';
import { pageAt, trailsOf } from '../../store/pages';
import { namesOfPeople } from '../../store/people';
import { recordByUuid, type KeptRecord } from '../../store/records';
import { entryUnder } from '../entries/addresses';
import { needPage } from '../pages/answer';
import type { Person } from '../people/person';
import { hashOf } from '../people/sessions';
import { newWord, wordTyped } from '../people/words';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound } from '../runtime/refusal';
import { languageAsked } from '../runtime/languages';
import { siteAt } from '../runtime/sites';
import { entryPreview } from './entry-preview';
import { pagePreview } from './preview';
import { visit } from './visit';
import { withDrafts } from './with-drafts';

const DAY = 86_400_000;

/** A page, or an entry that has a page of its own. */
async function needShown(installation: Installation, id: Id): Promise<Pick<KeptRecord, 'sort' | 'uuid'>> {
  if (isId(id) && (await entryPreview(installation, id))) return { sort: 'entry', uuid: id };
  return (await needPage(installation.content, id)).record;
}

/** Makes a link by which whoever has it sees drafts, until it ends. */
export async function makeDraftLink(
  installation: Installation,
  person: Person,
  id: Id,
  { scope, days }: NewDraftLink,
): Promise<DraftLinkMade> {
  const record = await needShown(installation, id);
  if (record.sort === 'entry' && scope !== 'page')
    throw invalidInput([
      { path: '/scope', code: 'entry', message: 'A link to an entry shows the page of that entry.' },
    ]);
  const word = newWord(6);
  // Links end by the true clock, as sessions do.
  const madeAt = Date.now();
  const endsAt = madeAt + days * DAY;
  await installation.sessions.write((tx) =>
    putDraftLink(tx, {
      word: hashOf(word),
      uuid: newId(),
      page: record.uuid,
      scope,
      person: person.id,
      madeAt,
      endsAt,
    }),
  );
  return {
    address: `${installation.settings.address}/bench/draft/${word}`,
    until: new Date(endsAt).toISOString(),
  };
}

export async function draftLinks(installation: Installation, id: Id): Promise<DraftLinksAnswer> {
  const record = await needShown(installation, id);
  const rows = await draftLinksOf(installation.sessions, record.uuid, Date.now());
  const names = await namesOfPeople(
    installation.content,
    rows.map(({ person }) => person),
  );
  return {
    items: rows.map(({ uuid, scope, person, endsAt }) => ({
      id: uuid,
      scope,
      by: names.get(person) ?? '',
      until: new Date(endsAt).toISOString(),
    })),
  };
}

export async function endDraftLink({ sessions }: Installation, id: Id): Promise<void> {
  const ended = isId(id) && (await sessions.write((tx) => end(tx, id)));
  if (!ended) throw notFound('link');
}

/** What a link to drafts shows at an address: the page as a draft, or where it leads that it does not show. */
export type DraftShown = { page: VisitorPage; until: number } | { elsewhere: string };

/** Whether a link shows a page: itself, one below it, or any of its site. */
async function shows(
  { content }: Installation,
  { page, scope }: DraftLinkRow,
  asked: { record: number; uuid: Id; site: number },
): Promise<boolean> {
  if (page === asked.uuid) return true;
  if (scope === 'page') return false;
  if (scope === 'branch')
    return ((await trailsOf(content, [asked.record])).get(asked.record) ?? []).some(({ id }) => id === page);
  const { place } = await needPage(content, page);
  return place.site === asked.site;
}

/** What a link to a page, to those below it or to an entry shows: each as a draft, with what is published around it. */
async function shownBy(
  installation: Installation,
  link: DraftLinkRow,
  asked: string | undefined,
): Promise<DraftShown | undefined> {
  const { content } = installation;
  const { page: of, endsAt: until } = link;
  const entry = await entryPreview(installation, of);
  // No page shows entries of its type any more.
  if (!entry && (await recordByUuid(content, of, 'entry'))) return undefined;
  if (asked === undefined) return { page: (entry ?? (await pagePreview(installation, of))).page, until };
  const { language, address } = languageAsked(installation, asked);
  const site = siteAt(installation, address);
  const found = await pageAt(content, site.id, address);
  if (found && (await shows(installation, link, found))) {
    const query = language === undefined ? {} : { language };
    return { page: (await pagePreview(installation, found.uuid, query)).page, until };
  }
  const entryThere = found ? undefined : await entryUnder(installation, address);
  const drawn = entryThere && (await entryPreview(installation, entryThere, language));
  if (drawn && (entryThere === of || (!entry && (await shows(installation, link, drawn.home)))))
    return { page: drawn.page, until };
  return { elsewhere: asked };
}

/** What a link to a whole site shows: what visitors would find there if all that is worked on were published now. */
async function shownOfSite(
  drafts: Installation,
  { page: of, endsAt: until }: DraftLinkRow,
  asked: string | undefined,
  query: URLSearchParams,
): Promise<DraftShown> {
  if (asked === undefined) return { page: (await pagePreview(drafts, of)).page, until };
  const { address } = languageAsked(drafts, asked);
  const { place } = await needPage(drafts.content, of);
  if (siteAt(drafts, address).id !== place.site) return { elsewhere: asked };
  const first = await visit(drafts, asked, query);
  // What has moved, or says its language twice, leads on within the drafts.
  const found = first.found === 'elsewhere' ? await visit(drafts, first.address, query) : first;
  return found.found === 'page' ? { page: found.page, until } : { elsewhere: asked };
}

/**
 * What somebody with a link to drafts sees, at an address (a path with its query) or at its own; undefined where the link
 * has ended, or its page is gone.
 */
export async function draftShown(
  installation: Installation,
  word: string,
  at: string | null,
): Promise<DraftShown | undefined> {
  const { content, sessions } = installation;
  const link = await draftLinkByHash(sessions, hashOf(wordTyped(word)), Date.now());
  if (!link) return undefined;
  const own =
    (await recordByUuid(content, link.page, 'page')) ?? (await recordByUuid(content, link.page, 'entry'));
  if (!own || own.binnedAt !== null) return undefined;
  const [path = '', query = ''] = at?.split('?') ?? [];
  const asked = at === null ? undefined : canonicalAddress(path);
  if (at !== null && (asked === undefined || asked.startsWith('//'))) return { elsewhere: '/' };
  return link.scope === 'site'
    ? withDrafts(installation, (drafts) => shownOfSite(drafts, link, asked, new URLSearchParams(query)))
    : shownBy(installation, link, asked);
}
