import { referencesInLocalized } from '../../core/content/localized-values';
import type { Drawing } from '../../core/mapping/face';
import { mapToFace } from '../../core/mapping/map';
import {
  inNavigationOrder,
  navigationBounds,
  navigationItems,
  type NavigationItem,
  type NavigationRule,
  type NavigationShape,
} from '../../core/site/navigation';
import { liveChildrenOfMany, type LivePage } from '../../store/live-pages';
import { pageBody } from '../records/bodies';
import { drawingOf, pageTitle } from '../records/known';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { saysHowOthersAre } from './resolve-address';
import { leadsOf, shapesAround, standsIn, type NavigationPlace } from './stands-in';
import { inOrder } from './ways';

/** The address that a page's link leads to, in words or not; nothing where the way is closed. */
function addressByField(
  installation: Installation,
  page: LivePage,
  field: string,
  drawing: Drawing,
): string | undefined {
  const type = installation.model.pageType(page.type);
  return type && mapToFace({ button: [[{ field }]] }, type, pageBody(page.body), drawing).button?.[0]?.href;
}

/** Where the links of some pages lead, by integer key; those whose way is closed are left out. */
export async function linkedFrom(
  installation: Installation,
  pages: readonly LivePage[],
  language: string | undefined,
): Promise<Map<number, string>> {
  const linking = pages.flatMap((page) => {
    const leads = leadsOf(installation, page);
    return leads === undefined || leads === 'below' ? [] : [{ page, field: leads.by }];
  });
  if (linking.length === 0) return new Map();
  const drawing = await drawingOf(
    installation.content,
    installation,
    linking.flatMap(({ page }) =>
      referencesInLocalized(installation.model.pageType(page.type)?.fields ?? [], pageBody(page.body)),
    ),
    language,
  );
  return new Map(
    linking.flatMap(({ page, field }) => {
      const address = addressByField(installation, page, field, drawing);
      return address === undefined ? [] : [[page.record, address] as const];
    }),
  );
}

/** The page that navigations are made for: where it stands, what is above it, and in which language it is read. */
interface Standpoint {
  page: LivePage;
  above: readonly LivePage[];
  /** Its address in the tree. */
  address: string;
  language: string | undefined;
}

/** Makes the navigations of one page. What stands below a page is read once, however many of them show it. */
export class Navigator {
  private readonly children = new Map<number, LivePage[]>();
  private readonly linked = new Map<number, string>();

  constructor(
    private readonly installation: Installation,
    private readonly at: Standpoint,
  ) {}

  /** The page at the top of the site, where visitors see it. */
  private get top(): LivePage | undefined {
    return [...this.at.above, this.at.page].find(({ parent }) => parent === null);
  }

  /** Those that stand right below some pages. */
  private async read(pages: readonly LivePage[], most?: number): Promise<void> {
    const fresh = pages.filter(({ record }) => !this.children.has(record));
    if (fresh.length === 0) return;
    const found = await liveChildrenOfMany(
      this.installation.content,
      this.installation.now(),
      fresh.map(({ record }) => record),
      most,
    );
    for (const { record } of fresh) this.children.set(record, []);
    for (const page of found) this.children.get(page.parent ?? 0)?.push(page);
    for (const [record, address] of await linkedFrom(this.installation, found, this.at.language))
      this.linked.set(record, address);
  }

  private ordered(parent: LivePage, order: NavigationShape['order'], place: NavigationPlace): LivePage[] {
    const children = (this.children.get(parent.record) ?? []).filter((page) =>
      standsIn(this.installation, page, place),
    );
    return order === 'tree'
      ? inOrder(this.installation, parent, children)
      : inNavigationOrder(children, order, this.at.language ?? this.installation.model.locale);
  }

  /** All that visitors see right below a page. */
  async childrenOf(page: LivePage): Promise<LivePage[]> {
    await this.read([page]);
    return this.children.get(page.record) ?? [];
  }

  /** The pages right below one that visitors may go to; what stands under a heading among them in its place. */
  async below(page: LivePage): Promise<LivePage[]> {
    await this.read([page]);
    const children = inOrder(this.installation, page, this.placesBelow(page));
    const headings = children.filter((each) => leadsOf(this.installation, each) === 'below');
    await this.read(headings);
    return children.flatMap((each) =>
      headings.includes(each)
        ? inOrder(this.installation, each, this.placesBelow(each)).filter(
            (inner) => this.addressOf(inner) !== undefined,
          )
        : this.addressOf(each) === undefined
          ? []
          : [each],
    );
  }

  /** What only says how others are is no page to go to. */
  private placesBelow({ record }: LivePage): LivePage[] {
    const { installation } = this;
    return (this.children.get(record) ?? []).filter(
      ({ type }) => !saysHowOthersAre(installation, installation.model.pageType(type)),
    );
  }

  /** Where a page that was read leads; nothing for a heading, or where the way is closed. */
  addressOf(page: LivePage): string | undefined {
    const leads = leadsOf(this.installation, page);
    if (leads === 'below') return undefined;
    return leads === undefined
      ? visitorAddress(this.installation, this.at.language, page.address)
      : this.linked.get(page.record);
  }

  private line = (page: LivePage): Omit<NavigationItem, 'items'> => {
    const { installation, at } = this;
    const address = this.addressOf(page);
    const here =
      at.address === page.address
        ? 'page'
        : page.parent !== null && at.address.startsWith(`${page.address}/`)
          ? 'above'
          : undefined;
    return {
      label: pageTitle(installation, page, at.language),
      ...(address === undefined ? {} : { address }),
      ...(here === undefined ? {} : { here }),
    };
  };

  private async made(
    start: LivePage | undefined,
    { depth, order }: NavigationShape,
    place: NavigationPlace,
  ): Promise<NavigationItem[]> {
    if (!start) return [];
    const below = new Map<number, LivePage[]>();
    let level = [start];
    for (let step = 0; step < depth && level.length > 0; step += 1) {
      await this.read(level, step > 0 ? navigationBounds.pages : undefined);
      for (const page of level) below.set(page.record, this.ordered(page, order, place));
      level = level.flatMap(({ record }) => below.get(record) ?? []);
    }
    return navigationItems(below, start.record, depth, this.line);
  }

  /** The navigation of the head or the foot; the foot's is empty where the model has none. */
  async around(place: NavigationPlace): Promise<NavigationItem[]> {
    const shape = shapesAround(this.installation)[place];
    return shape ? this.made(this.top, shape, place) : [];
  }

  /** The navigation that a block shows on this page. */
  byRule({ from, ...shape }: NavigationRule): Promise<NavigationItem[]> {
    const { page, above } = this.at;
    const branch = [...above, page].find(({ parent }) => parent !== null && parent === this.top?.record);
    const start = from === 'here' ? page : from === 'top' ? this.top : (branch ?? this.top);
    return this.made(start, shape, 'head');
  }
}
