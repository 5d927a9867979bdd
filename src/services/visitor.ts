import { nextDayStarts } from '../core/content/day';
import { FOREVER } from '../core/content/states';
import { mapToFace, type FaceContent } from '../core/mapping/map';
import { turnsWithTheDay, type ListingRule } from '../core/mapping/listing-rule';
import { canonicalAddress } from '../core/site/address';
import type { DrawnListing, VisitorPage } from '../core/site/visitor-page';
import { listLive } from '../store/listing-query';
import { liveAbove, liveChildren, livePageAt, type LivePage } from '../store/pages';
import { liveAt, nextTurn, recordByUuid } from '../store/records';
import { sheetIn, today, type House } from './house';
import { entryBody, listingBody, pageBody } from './kept-body';

/** What an address asks for: a page, another spelling of its address, or nothing that stands. */
export type Visit = { found: 'page'; page: VisitorPage; validUntil: number } | { found: 'elsewhere'; address: string } | { found: 'nothing' } | { found: 'malformed' };

/** What a visitor reads of a face in one go, for the line under a title. */
const summaryOf = (face: FaceContent) => face.summary?.[0]?.words ?? '';

async function draw(house: House, rule: ListingRule): Promise<DrawnListing> {
  const type = house.model.contentType(rule.from);
  const nothing = { heading: rule.heading, arrangement: rule.arrangement, faces: [], matching: 0 };
  if (!type) return nothing;
  const asked = { sheet: sheetIn(house, type), surrogates: house.surrogates, now: house.now(), today: today(house) };
  const { matching, versions } = await listLive(house.content, asked, rule);
  return { ...nothing, matching, faces: versions.map(({ uuid, body }) => ({ id: uuid, face: mapToFace(rule.mapping, type, entryBody(body).values, house.site.locale) })) };
}

/** Gathers everything a visitor's page is drawn from, and until when it is true. */
export async function visit(house: House, path: string): Promise<Visit> {
  const address = canonicalAddress(path);
  if (address === undefined) return { found: 'malformed' };
  const now = house.now();
  const { content, site } = house;
  const page = await livePageAt(content, site.id, now, address);
  if (!page) return { found: 'nothing' };
  if (address !== path) return { found: 'elsewhere', address };
  const type = house.model.pageType(page.type);
  if (!type) return { found: 'nothing' };
  const { locale } = house.site;
  const body = pageBody(page.body);
  const faceOf = (each: LivePage): FaceContent => {
    const of = house.model.pageType(each.type);
    return of ? mapToFace(of.is.face, of, pageBody(each.body).values, locale) : {};
  };
  const listed = body.listing ? await recordByUuid(house.content, body.listing, 'listing') : undefined;
  const version = listed && (await liveAt(house.content, listed.id, now));
  const rule = version && listingBody(version.body).rule;
  const above = await liveAbove(content, site.id, now, page.record);
  const top = page.parent === null ? page : above.find(({ parent }) => parent === null);
  const [below, main] = await Promise.all([rule ? [] : liveChildren(content, site.id, now, page.record), top ? liveChildren(content, site.id, now, top.record) : []]);
  const turns = [await nextTurn(house.content, now), rule && turnsWithTheDay(rule.where) ? nextDayStarts(now, house.site.timeZone) : undefined];
  return {
    found: 'page',
    validUntil: Math.min(FOREVER, ...turns.filter((turn): turn is number => turn !== undefined)),
    page: {
      locale, site: { label: house.site.label, palette: house.model.document.houseStyle.palette }, title: page.title, address, isTop: page.parent === null,
      navigation: main
        .filter((each) => house.model.pageType(each.type)?.is.inNavigation)
        .map((each) => ({ label: each.title, address: each.address, here: address === each.address || address.startsWith(`${each.address}/`) })),
      above: above.map((each) => ({ label: each.title, address: each.address })),
      face: faceOf(page),
      ...(rule ? { listing: await draw(house, rule) } : {}),
      below: below.map((each) => ({ label: each.title, address: each.address, summary: summaryOf(faceOf(each)) })),
    },
  };
}
