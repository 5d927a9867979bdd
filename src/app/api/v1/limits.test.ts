import { saidOn } from '../../../../tests/said-on';
import { callsTo, type Call, type Given } from '../../../../tests/call';
import { emptyInstallation, type SmallInstallation } from '../../../../tests/small-installation';
import { documentFrom, smallModel } from '../../../../tests/small-model';
import type { JsonObject } from '../../../core/json';
import { operations, type Operation } from '../../../contract/operations';
import type { OperationName } from '../../../contract/routes';
import type { Act } from '../../../core/roles';
import { beginWith } from '../../../services/model';
import { changePerson } from '../../../services/people';

/** What only those may do who write, arrange or publish: all of it is bounded by what somebody may change. */
const bounded: readonly Act[] = ['write entries', 'arrange pages', 'publish', 'correct'];
/** What is bounded by no type, site or branch, and why. */
const apart: Partial<Record<OperationName, string>> = {
  tryRows: 'changes nothing',
  tryMany: 'changes nothing',
  tryManyOfAll: 'changes nothing',
  changeManyOfAll: 'leaves alone what one may not change, and says so; see many.test.ts',
  matchNames: 'changes nothing',
  makeNames: 'makes categories here, which are of no type; drafts as importEntries does',
  nameVersion: 'changes nothing that is kept',
  makeDraftLink: 'changes nothing, and shows what one may read',
  endDraftLink: 'changes nothing',
  addCategory: 'a scheme is of no type',
  sortCategories: 'a scheme is of no type',
  importCategories: 'a scheme is of no type',
  changeCategory: 'a scheme is of no type',
  moveCategory: 'a scheme is of no type',
  mergeCategory: 'a scheme is of no type',
  splitCategory: 'a scheme is of no type',
  removeCategory: 'a scheme is of no type',
  addMedia: 'media are of no type that can be bounded',
  binMedium: 'media are of no type that can be bounded',
  changeMedium: 'media are of no type that can be bounded',
  putAway: 'changes nothing that is kept of the content',
  replaceFile: 'media are of no type that can be bounded',
};

let small: SmallInstallation;
let call: Call;
const tried: Partial<Record<OperationName, Given & { path: string }>> = {};

beforeAll(async () => {
  small = await emptyInstallation();
  // Home takes a block, so that there is something to share.
  const { home: homeType, ...pageTypes } = smallModel.pageTypes as JsonObject;
  await beginWith(
    small.installation,
    documentFrom({
      ...smallModel,
      blockTypes: {
        text: {
          label: 'Text',
          plural: 'Texts',
          fields: { body: { label: 'Body' } },
          face: { text: ['body'] },
        },
      },
      pageTypes: {
        home: { ...(homeType as JsonObject), slots: { main: { label: 'Main', allows: [] } } },
        ...pageTypes,
      },
    }),
  );
  call = await callsTo(small);
  const { installation, people } = small;
  const made = async (path: string, body: object) => (await call('POST', path, { body })).body;
  const species = installation.model.contentTypeByKey('species')?.id ?? '';
  const notice = installation.model.contentTypeByKey('notice')?.id ?? '';
  const entry = await made('/entries', { type: 'species', values: { name: 'Bell heron' } });
  const twin = await made('/entries', { type: 'species', values: { name: 'Bell-heron' } });
  const gone = await made('/entries', { type: 'species', values: { name: 'Reed hen' } });
  await call('DELETE', `/entries/${gone.id}`, { revision: gone.revision });
  const home = await made('/pages', { type: 'home', parent: null, values: { title: 'Home' } });
  const visit = await made('/pages', { type: 'plain', parent: home.id, values: { title: 'Visit' } });
  const sent = await made('/entries', { type: 'species', values: { name: 'Mere hen' } });
  await call('POST', `/entries/${sent.id}/review`, { revision: 1 });
  const sentPage = await made('/pages', { type: 'plain', parent: home.id, values: { title: 'Learn' } });
  await call('POST', `/pages/${sentPage.id}/review`, { revision: 1 });
  await call('PATCH', `/pages/${sentPage.id}`, {
    body: { slug: 'learning', placeFrom: 'publication' },
    revision: 2,
  });
  const block = { type: 'text', values: { body: 'First light.' } };
  const shared = await made('/shared-blocks', { name: 'Hours', blocks: [block] });
  const sentShared = await made('/shared-blocks', { name: 'Days', blocks: [block] });
  await call('POST', `/shared-blocks/${sentShared.id}/review`, { revision: 1 });
  const byHand = await made('/addresses/by-hand', { from: '/before', to: '/visit' });
  const starter = await made('/starters', { name: 'Ways', blocks: [block] });
  const said = await saidOn(small, entry.id);
  const here = { revision: 1 };
  Object.assign(tried, {
    addEntry: { path: '/entries', body: { type: 'species', values: { name: 'Otter' } } },
    settleEntries: { path: `/types/${species}/entries/settled`, body: { ids: [entry.id], to: 'published' } },
    changeMany: {
      path: `/types/${species}/entries/many`,
      body: { ids: [entry.id], change: { does: 'set', field: 'name', value: 'Otter' } },
    },
    importEntries: { path: `/types/${species}/entries`, body: { rows: [{ name: 'Otter' }] } },
    changeEntry: { path: `/entries/${entry.id}`, body: { values: { name: 'Otter' } }, ...here },
    mergeEntries: {
      path: `/entries/${entry.id}/merge`,
      body: { other: twin.id, otherRevision: 1, values: { size: 4 } },
      ...here,
    },
    copyEntry: { path: `/entries/${entry.id}/copy` },
    binEntry: { path: `/entries/${entry.id}`, ...here },
    restoreEntry: { path: `/entries/${gone.id}/restore`, revision: 2 },
    publishEntry: { path: `/entries/${entry.id}/publish`, body: {}, ...here },
    withdrawEntry: { path: `/entries/${entry.id}/withdraw`, ...here },
    submitEntry: { path: `/entries/${entry.id}/review`, ...here },
    returnEntry: { path: `/entries/${sent.id}/return`, revision: 2 },
    addPage: { path: '/pages', body: { type: 'plain', parent: home.id, values: { title: 'About' } } },
    changePage: { path: `/pages/${visit.id}`, body: { values: { title: 'Find us' } }, ...here },
    binPage: { path: `/pages/${visit.id}`, ...here },
    publishPage: { path: `/pages/${visit.id}/publish`, body: {}, ...here },
    submitPage: { path: `/pages/${visit.id}/review`, ...here },
    returnPage: { path: `/pages/${sentPage.id}/return`, revision: 3 },
    withdrawPage: { path: `/pages/${visit.id}/withdraw`, ...here },
    copyPage: { path: `/pages/${visit.id}/copy`, body: {} },
    changeSeveralPages: { path: '/pages/several', body: { ids: [visit.id], does: 'bin' } },
    fillOnce: { path: '/pages/copies', body: { blocks: [block], pages: [home.id] } },
    movePage: { path: `/pages/${visit.id}/move`, body: { parent: home.id, after: null }, ...here },
    dropWaitingPlace: { path: `/pages/${sentPage.id}/waiting-place`, revision: 3 },
    addSharedBlock: { path: '/shared-blocks', body: { name: 'Ways', blocks: [block] } },
    changeSharedBlock: { path: `/shared-blocks/${shared.id}`, body: { values: { name: 'Times' } }, ...here },
    binSharedBlock: { path: `/shared-blocks/${shared.id}`, ...here },
    copySharedBlock: { path: `/shared-blocks/${shared.id}/copy` },
    publishSharedBlock: { path: `/shared-blocks/${shared.id}/publish`, body: {}, ...here },
    withdrawSharedBlock: { path: `/shared-blocks/${shared.id}/withdraw`, ...here },
    submitSharedBlock: { path: `/shared-blocks/${shared.id}/review`, ...here },
    returnSharedBlock: { path: `/shared-blocks/${sentShared.id}/return`, revision: 2 },
    placeSharedBlock: {
      path: `/shared-blocks/${shared.id}/places`,
      body: { pages: [home.id], stands: true },
    },
    addStarter: { path: '/starters', body: { name: 'Walks', blocks: [block] } },
    changeStarter: { path: `/starters/${starter.id}`, body: { name: 'Ways out' }, ...here },
    forgetStarter: { path: `/starters/${starter.id}`, ...here },
    addRedirect: { path: '/addresses/by-hand', body: { from: '/old', to: '/visit' } },
    changeRedirect: { path: `/addresses/by-hand/${byHand.id}`, body: { to: '/visit' }, ...here },
    removeRedirect: { path: `/addresses/by-hand/${byHand.id}`, ...here },
    importRedirects: {
      path: '/addresses/by-hand/brought-in',
      body: { rows: [{ from: '/old', to: '/visit' }], trial: false },
    },
    changeComment: { path: `/comments/${said}`, body: { state: 'shown' }, ...here },
    replyToComment: { path: `/comments/${said}/answers`, body: { words: 'Thank you.' } },
    changeAudience: { path: `/audiences/${visit.id}`, body: { own: null } },
    restoreFromBin: { path: `/bin/${gone.id}/restore` },
  } satisfies typeof tried);
  // The editor may change notices, and nothing else.
  await changePerson(installation, people.editor.uuid, { limits: { types: [notice] } });
});
afterAll(() => small.close());

const all = (Object.values(operations) as Operation[]).filter(
  ({ method, act }) => method !== 'GET' && act !== 'anyone' && bounded.includes(act),
);

test('each operation that changes records is tried within limits, or told apart', () => {
  expect(all.filter(({ id }) => (tried[id] === undefined) === (apart[id] === undefined))).toEqual([]);
});

test.each(
  all.filter(({ id }) => apart[id] === undefined).map((operation) => [operation.id, operation] as const),
)(
  '%s is refused to somebody whose limits do not hold what it changes, and nothing is written',
  async (id, { method }) => {
    const { path, ...given } = tried[id] ?? { path: '' };
    const newest = async () => (await call('GET', '/acts?limit=1')).body.items[0]?.id;
    const before = await newest();
    expect((await call(method, path, { as: 'editor', ...given })).status).toBe(403);
    expect(await newest()).toBe(before);
  },
);
