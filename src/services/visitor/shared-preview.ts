import type { PagePreview, PreviewQuery } from '../../contract/pages';
import { FOREVER } from '../../core/content/states';
import { isId, type Id } from '../../core/ids';
import { livePageAt, livePagesByIds, type LivePage } from '../../store/live-pages';
import { recordByUuid } from '../../store/records';
import { entryTypeOf } from '../entries/addresses';
import { livePlacesReferring } from '../reach/pages';
import { pageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { gather } from './gather';
import { asItWas, exampleCategory, expectLanguage } from './preview';
import { anyOwnPage } from './resolve-address';

/** A page of a type that says nothing, at the top of the site. */
export const barePage = (installation: Installation, type: Id): LivePage => ({
  id: 0,
  record: 0,
  uuid: '',
  type,
  site: installation.site.id,
  parent: null,
  position: '',
  address: '/',
  title: '',
  body: '{"values":{}}',
  starts: 0,
  ends: FOREVER,
  publishedAt: installation.now(),
  publishedBy: null,
  category: null,
});

/**
 * A page to look at a shared block on: one that shows it, else the top of the site; where there is none, a
 * bare one.
 */
async function pageFor(installation: Installation, id: Id): Promise<LivePage> {
  const { content, site } = installation;
  const now = installation.now();
  const [place] = await livePlacesReferring(content, installation, [id]);
  const [shown] = place ? await livePagesByIds(content, now, [place.record]) : [];
  return (
    shown ??
    (await livePageAt(content, site.id, now, '/')) ??
    barePage(installation, installation.model.shared.id)
  );
}

/**
 * A shared block as visitors would see it if its working version were published, alone, on a page on which
 * it stands: what its listings take from their place is of that page.
 */
export async function sharedPreview(
  installation: Installation,
  id: string,
  { language, category: asked, version, seenAt, arranging }: PreviewQuery = {},
): Promise<PagePreview> {
  expectLanguage(installation, language);
  const kept = isId(id) ? await recordByUuid(installation.content, id, 'shared') : undefined;
  const record = kept && (await asItWas(installation, kept, version, seenAt));
  if (!record || record.binnedAt !== null) throw notFound('shared block');
  const on = await pageFor(installation, id);
  const type = installation.model.pageType(on.type);
  const shown = type && entryTypeOf(installation, type);
  const entry = shown && (await anyOwnPage(installation, shown, on));
  const category = await exampleCategory(installation, on, asked);
  const { page } = await gather(
    installation,
    { page: on, ...(entry ? { entry } : {}), ...(category ? { category } : {}) },
    pageBody(record.body),
    installation.model.shared,
    { ...(language === undefined ? {} : { language }), arranging: arranging === 'yes' },
  );
  const { listing: _listing, related: _related, neighbours: _neighbours, beside: _beside, ...alone } = page;
  return {
    page: { ...alone, title: record.title, face: {}, below: [], above: [] },
    revision: record.revision,
    inherited: {},
  };
}
