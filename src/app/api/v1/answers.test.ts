import { saidOn } from '../../../../tests/said-on';
import { importModel } from '../../../services/model';
import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync } from 'class-validator';
import { callsTo, type Call } from '../../../../tests/call';
import { smallInstallation, type SmallInstallation } from '../../../../tests/small-installation';
import { wideDocument } from '../../../../tests/wide-model';
import { openApi } from '../../../contract/openapi';
import type { VisitorInvited } from '../../../contract/visitors';
import { operations, type Operation } from '../../../contract/operations';
import type { OperationName } from '../../../contract/routes';

let small: SmallInstallation;
let call: Call;
/** A path for every question that needs an id, and what must be asked with it. */
const asked: Partial<Record<OperationName, string>> = {};
const schemas = new Ajv2020({ strict: false, allErrors: true });
addFormats(schemas);
schemas.addSchema({ ...openApi(undefined), $id: 'openapi' });
beforeAll(async () => {
  small = await smallInstallation();
  await importModel(small.installation, { ...wideDocument(), accounts: { groups: [] } });
  call = await callsTo(small);
  const made = async (path: string, body: object) => (await call('POST', path, { body })).body;
  const scheme = small.installation.model.schemes[0]?.id ?? '';
  const type = small.installation.model.contentTypeByKey('species')?.id ?? '';
  const field = small.installation.model.contentTypeByKey('species')?.fieldByKey('name')?.id ?? '';
  const home = small.installation.model.pageTypeByKey('home')?.id ?? '';
  const category = await made(`/schemes/${scheme}/categories`, { label: 'Water', parent: null });
  const entry = await made('/entries', {
    type: 'species',
    values: { name: 'Bell heron', branch: category.id },
  });
  await call('POST', `/entries/${entry.id}/publish`, { body: {}, revision: entry.revision });
  const listing = await made('/listings', { label: 'Birds', rule: { from: ['species'] } });
  await call('POST', `/listings/${listing.id}/publish`, { body: {}, revision: listing.revision });
  const page = await made('/pages', { type: 'home', parent: null, values: { title: 'Home' } });
  await call('POST', `/pages/${page.id}/publish`, { body: {}, revision: page.revision });
  const shared = await made('/shared-blocks', {
    name: 'Hours',
    blocks: [{ type: 'text', values: { body: 'First light.' } }],
  });
  const starter = await made('/starters', {
    name: 'Days',
    blocks: [{ type: 'text', values: { body: 'First light.' } }],
  });
  const medium = (
    await call('POST', '/media?name=notes.pdf&alt=Notes', { bytes: Buffer.from('%PDF-1.4\n%%EOF\n') })
  ).body;
  const invited = await made('/people', {
    name: 'Maudie',
    email: 'maudie@quillwater.example',
    role: 'editor',
  });
  const { address } = invited.link as { address: string };
  const byHand = await made('/addresses/by-hand', { from: '/before', to: '/after' });
  const moss = (await made('/visitors', { email: 'moss@quillwater.example' })) as unknown as VisitorInvited;
  Object.assign(asked, {
    redirect: `/addresses/by-hand/${byHand.id}`,
    audience: `/audiences/${entry.id}`,
    visitor: `/visitors/${moss.visitor.id}`,
    comment: `/comments/${await saidOn(small, entry.id)}`,
    link: `/links/${address.split('/').at(-1) ?? ''}`,
    acts: '/acts?limit=3',
    pagesAtMoment: '/pages/at-moment?at=2026-01-01T00:00:00Z&all=yes',
    pagesBelow: `/pages/below?ids=${page.id}`,
    typeFigures: `/types/${type}/figures`,
    typeReach: `/model/types/${type}/reach`,
    fieldNumbers: `/types/${type}/numbers/${field}`,
    ownTable: `/types/${type}/table`,
    placedPages: `/model/placements/pages?cells=top>${home}`,
    entries: '/entries?type=species&q=bell',
    findEntries: '/entries/found?q=bell',
    earlierSources: `/entries/${entry.id}/earlier-sources/fr`,
    entryCards: `/entries/cards?ids=${entry.id}`,
    known: `/known?ids=${entry.id},${category.id}`,
    entry: `/entries/${entry.id}`,
    versions: `/records/${entry.id}/versions`,
    version: `/records/${entry.id}/version?number=1`,
    notes: `/records/${entry.id}/notes`,
    entryReach: `/entries/${entry.id}/reach`,
    listing: `/listings/${listing.id}`,
    listingResult: `/listings/${listing.id}/result`,
    addressFor: '/pages/address?title=By train&type=home',
    page: `/pages/${page.id}`,
    draftLinks: `/records/${page.id}/draft-links`,
    insteadOf: `/records/${page.id}/instead`,
    pagePreview: `/pages/${page.id}/preview?language=fr`,
    seenPage: '/pages/seen?address=/',
    shownOn: `/entries/shown-on?type=species&ids=${entry.id}`,
    typesUnder: `/pages/${page.id}/types`,
    homesFor: `/pages/${page.id}/homes`,
    mayStandUnder: `/pages/${page.id}/homes/${page.id}`,
    pageReach: `/pages/${page.id}/reach`,
    sharedBlock: `/shared-blocks/${shared.id}`,
    starter: `/starters/${starter.id}`,
    starterPreview: `/starters/${starter.id}/preview`,
    sharedPreview: `/shared-blocks/${shared.id}/preview?arranging=yes`,
    sharedReach: `/shared-blocks/${shared.id}/reach`,
    sharedPlaces: `/shared-blocks/${shared.id}/places`,
    categories: `/schemes/${scheme}/categories`,
    categoryCounts: `/schemes/${scheme}/counts`,
    schemeReach: `/schemes/${scheme}/reach`,
    medium: `/media/${medium.id}`,
    mediumReach: `/media/${medium.id}/reach`,
    goTo: '/go-to?q=bell',
  } satisfies Partial<Record<OperationName, string>>);
});
afterAll(() => small.close());

const questions = (Object.values(operations) as Operation[]).filter(({ method }) => method === 'GET');

test.each(questions.map((operation) => [operation.id, operation] as const))(
  '%s answers in the shape that its class tells',
  async (id, operation) => {
    const path = asked[id] ?? operation.path;
    expect(path).not.toContain('{');
    const told = await call('GET', path);
    expect([told.status, told.body.errors]).toEqual([200, undefined]);
    if (!operation.answer) throw new Error(`${id} tells nothing`);
    const read = plainToInstance(operation.answer as ClassConstructor<object>, told.body);
    expect(validateSync(read, { whitelist: true, forbidNonWhitelisted: true })).toEqual([]);
    // And what is told of it to others holds for what is really answered.
    const holds = schemas.getSchema(`openapi#/components/schemas/${operation.answer.name}`);
    expect([holds?.(told.body), holds?.errors ?? []]).toEqual([true, []]);
  },
);

test('what is sought is found by the words in its name, of whatever sort it is', async () => {
  const sorts = async (words: string) =>
    (await call('GET', `/go-to?q=${words}`)).body.items.map(
      ({ sort, label }) => `${String(sort)} ${String(label)}`,
    );
  expect(await sorts('bell')).toEqual(['entry Bell heron']);
  expect(await sorts('birds')).toEqual(['listing Birds']);
  expect(await sorts('home')).toEqual(expect.arrayContaining(['page type Home', 'page Home']));
  expect(await sorts('speci')).toEqual(['place Species', 'type Species']);
  expect(await sorts('nothing+of+the+kind')).toEqual([]);
  expect((await sorts('')).every((each) => /^(place|type|page type) /.test(each))).toBe(true);
});
