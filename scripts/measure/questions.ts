import type { EntriesAnswer, EntryAnswer } from '../../src/contract/entries';
import type { ModelAnswer } from '../../src/contract/model';
import type { TreeAnswer } from '../../src/contract/pages';
import { soughtAt } from './chance';
import type { Cost, Served } from './served';

/** Something that a person's screen asks, over HTTP. */
export interface Question {
  words: string;
  /** The most (ms) that it should take at 100,000 entries on two quiet cores. */
  aim: number;
  /** Asks it for the nth time; what that cost goes into `costs`. */
  ask(n: number, costs: Cost[]): Promise<unknown>;
}

const where = (condition: unknown) => encodeURIComponent(JSON.stringify(condition));

const byKind = { field: 'kind', is: 'equals', value: 'k3' };

/** The table of findings, with the columns that its screen shows, counted so far as that asks first. */
const whole = '/entries?type=finding&columns=name,kind,size,seen';
const table = `${whole}&counted=some`;

/** What is asked of an installation, once it is known what lies in it. */
export async function questions(served: Served): Promise<Question[]> {
  const rows = await served.call<EntriesAnswer>(
    'GET',
    '/entries?type=finding&state=published&sort=title&limit=200',
  );
  const entries = rows.items.map(({ id }) => id);
  const entry = (n: number) => entries[n % entries.length] ?? '';
  const { schemes, fieldSets, pageTypes } = (await served.call<ModelAnswer>('GET', '/model')).document;
  const seen = fieldSets.flatMap(({ fields }) => fields.map(({ id }) => id))[0] ?? '';
  const region = schemes.find(({ key }) => key === 'region')?.id ?? '';
  const deep = async () => {
    let cursor: string | undefined;
    for (let page = 0; page < 16; page += 1) {
      const more: EntriesAnswer = await served.call(
        'GET',
        `/entries?type=finding&sort=size&limit=500${cursor === undefined ? '' : `&cursor=${encodeURIComponent(cursor)}`}`,
      );
      if (more.next === undefined) break;
      cursor = more.next;
    }
    return cursor;
  };
  const cursor = await deep();
  const get = (words: string, aim: number, path: (n: number) => string): Question => ({
    words,
    aim,
    ask: (n, costs) => served.call('GET', path(n), { costs }),
  });
  const post = (words: string, aim: number, path: string, body: unknown): Question => ({
    words,
    aim,
    ask: (_n, costs) => served.call('POST', path, { body, costs }),
  });
  /** A change of an entry at its newest revision. */
  const write = (
    words: string,
    aim: number,
    change: (n: number, entry: EntryAnswer, costs: Cost[]) => Promise<unknown>,
  ): Question => ({
    words,
    aim,
    ask: async (n, costs) => change(n, await served.call<EntryAnswer>('GET', `/entries/${entry(n)}`), costs),
  });
  const rule = {
    from: ['finding'],
    where: { all: [byKind, { field: 'size', is: 'moreThan', value: 100 }] },
    order: [{ by: 'name', direction: 'up' }],
    limit: 24,
  };
  const { pages } = await served.call<TreeAnswer>('GET', '/pages');
  const everyPageType = pageTypes.map(({ key }) => key).join(',');
  const leaf = pages.filter(({ address }) => address.startsWith('/wide/')).at(-1);
  return [
    get('an entry', 10, (n) => `/entries/${entry(n)}`),
    write('saving an entry', 40, (n, { id, revision }, costs) =>
      served.call('PATCH', `/entries/${id}`, { body: { values: { size: n } }, revision, costs }),
    ),
    write('publishing an entry', 100, (_n, { id, revision }, costs) =>
      served.call('POST', `/entries/${id}/publish`, { body: {}, revision, costs }),
    ),
    write('withdrawing an entry', 100, async (_n, { id, revision }, costs) => {
      const down = await served.call<EntryAnswer>('POST', `/entries/${id}/withdraw`, { revision, costs });
      await served.call('POST', `/entries/${id}/publish`, { body: {}, revision: down.revision });
    }),
    get('reach of an entry', 150, (n) => `/entries/${entry(n)}/reach`),
    get('table: filtered and sorted', 25, () => `${table}&where=${where(byKind)}&sort=size&limit=50`),
    get(
      'table: two conditions',
      25,
      () =>
        `${table}&where=${where({ all: [byKind, { field: 'size', is: 'moreThan', value: 100 }] })}&sort=-changed&limit=50`,
    ),
    get('table: sorted by title', 25, () => `${table}&sort=title&limit=50`),
    get('table: by the names of what links lead to', 25, () => `${table}&sort=finder&limit=50`),
    get('table: by the names of categories', 25, () => `${table}&sort=-regions&limit=50`),
    get('all content: by a field that types share', 25, () => `/content?counted=some&sort=-${seen}&limit=50`),
    get(
      'all content: a condition on what types share',
      25,
      () =>
        `/content?counted=some&where=${where({ field: 'finding:seen', is: 'after', value: '2020-01-01' })}&sort=-changed&limit=50`,
    ),
    get(
      'all content: shown nowhere',
      100,
      () => '/content?counted=some&shown=nowhere&sort=-changed&limit=50',
    ),
    get('all content: changed last', 25, () => '/content?counted=some&sort=-changed&limit=50'),
    get('table: published, changed last', 25, () => `${table}&state=published&sort=-changed&limit=50`),
    get('table: searched', 25, (n) => `${table}&q=${soughtAt(n)}&limit=50`),
    get('table: searched, all of it counted', 100, (n) => `${whole}&columns=&q=${soughtAt(n)}&limit=1`),
    get(
      'table: 8,000 deep',
      25,
      () =>
        `${table}&sort=size&limit=50${cursor === undefined ? '' : `&cursor=${encodeURIComponent(cursor)}`}`,
    ),
    post('a listing tried', 60, '/listings/try', { rule }),
    post('figures of a listing tried', 100, '/listings/try/figures', { rule }),
    get('counts of a scheme', 100, () => `/schemes/${region}/counts`),
    get('all listings', 40, () => '/listings'),
    get('homes for a page', 40, () => `/pages/${leaf?.id ?? ''}/homes`),
    get(
      'shown on, of 50 rows',
      60,
      (n) => `/entries/shown-on?type=finding&ids=${entries.slice(n % 100, (n % 100) + 50).join(',')}`,
    ),
    get('what waits in each workspace', 50, () => '/overview'),
    get('who did what', 50, () => '/acts'),
    get('the tree of pages', 100, () => '/pages'),
    get(
      'the tree as it is seen, at a page',
      50,
      (n) => `/pages/tree?here=${pages[(n * 7) % pages.length]?.id ?? ''}`,
    ),
    get(
      'pages to choose from, by words and by address',
      50,
      (n) => `/pages/by-type?told=${everyPageType}&q=${['am', '/wide', 'quil', ''][n % 4] ?? ''}`,
    ),
    get('finding an entry', 25, (n) => `/entries/found?q=${['am', 'quil', 'ros', 'tern'][n % 4] ?? ''}`),
    get('a page', 20, (n) => `/pages/${pages[(n * 7) % pages.length]?.id ?? ''}`),
    {
      words: 'a listing page drawn for the first time',
      aim: 50,
      ask: (n, costs) => served.page(`/list-${(n + 1) % 200}`, costs),
    },
    {
      words: 'a page of words drawn for the first time',
      aim: 50,
      ask: (n, costs) =>
        served.page(pages.filter(({ address }) => address.startsWith('/wide/'))[n]?.address ?? '/', costs),
    },
    {
      words: "an entry's page drawn for the first time",
      aim: 50,
      ask: async (n, costs) => {
        const { address } = await served.call<EntryAnswer>('GET', `/entries/${entry(n + 60)}`);
        await served.page(address ?? '/', costs);
      },
    },
  ];
}
