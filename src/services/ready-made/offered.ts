import { withAllFound } from '../../core/model/first-model';
import type { BeginSite } from '../../contract/begin';
import type { ReadyMadeModels } from '../../contract/model';
import { modelOf } from './fill';
import { readReadyMade, readSample, type FilePage, type ReadyMade, type SiteFiles } from './files';

/** What the sample reserve is asked for by. */
export const SAMPLE_KEY = 'sample';

/** What a function answers, asked for once: the files stay as they are while the server runs. */
function once<T>(read: () => T): () => T {
  let known: { answer: T } | undefined;
  return () => (known ??= { answer: read() }).answer;
}

export const readyMadeSites = once(readReadyMade);

export const sampleSite = once(() => ({ ...readSample(), label: 'The sample reserve' }));

const countPages = (pages: readonly FilePage[]): number =>
  pages.reduce((sum, { below = [] }) => sum + 1 + countPages(below), 0);

/** How much a site's files hold. */
const sizeOf = ({ model, entries, pages, sites = [] }: SiteFiles) => ({
  types: Object.keys(model.contentTypes ?? {}).length,
  entries: Object.values(entries).reduce((sum, some) => sum + some.length, 0),
  pages: [pages, ...sites.map((site) => site.pages)].reduce((sum, some) => sum + countPages(some), 0),
});

const offered = (site: ReadyMade): BeginSite => {
  const { key, label, purpose, drawing, world } = site;
  return { key, label, purpose, drawing, world, ...sizeOf(site) };
};

/** The ready-made sites as they are offered, and how much the sample holds. */
export const offeredSites = once(() => ({
  sites: readyMadeSites().map(offered),
  sample: { key: SAMPLE_KEY, ...sizeOf(sampleSite()) },
}));

/** The models of the ready-made sites alone, each with ids of its own. */
export const readyMadeModels = (): ReadyMadeModels => ({
  items: readyMadeSites().map((site) => {
    const { key, label, purpose } = site;
    return { key, label, purpose, document: withAllFound(modelOf(site)) };
  }),
});
