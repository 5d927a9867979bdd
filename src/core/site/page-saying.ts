import type { Saying, VisitorPage } from './visitor-page';

/** What stands around a page that is not one of the site's own: navigation, languages, ways on. */
export type AroundSaying = Partial<
  Pick<VisitorPage, 'languages' | 'navigation' | 'foot' | 'below' | 'seek' | 'search' | 'accountWay'>
>;

/** A page that is none of the site's own: what it says is worded where it is drawn, in its language. */
export const pageSaying = (
  site: VisitorPage['site'],
  locale: string,
  says: Saying,
  around: AroundSaying = {},
): VisitorPage => ({
  locale,
  site,
  languages: [],
  title: '',
  address: '',
  isTop: false,
  navigation: [],
  foot: [],
  above: [],
  slotOrder: [],
  slots: {},
  below: [],
  face: {},
  filtered: true,
  says,
  ...around,
});
