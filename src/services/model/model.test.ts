import { applyWorking, importModel } from './put-in-force';
import { changeSheet } from './change-sheet';
import { typeFigures } from './figures';
import { addListing, publishListing } from '../listings/write';
import { entries } from '../entries/table';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { contentType, field } from '../../../tests/small-model';
import { newId } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { ChoiceRules } from '../../core/model/kinds';
import type { ContentType, Field, FieldOf, ModelDocument } from '../../core/model/document';
import { addField, removeFields, replaceField } from '../../core/model/change/edit';
import { plainFields } from '../../core/model/kinds';
import { liveAt, recordByUuid } from '../../store/records';
import { entryBody } from '../records/bodies';
import { checkDerived } from '../records/check';
import { changeEntry, entry, publishEntry } from '../entries/write';
import { listing } from '../listings/listings';
import { listingResult, resultOf, tryListing } from '../listings/trials';
import { parseRule } from '../../core/mapping/rule/parse';
import { dropWorking, keepWorking, working } from './working-copy';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
  await fill(small, 'species', [
    { values: { name: 'Bell heron', size: 80, group: 'bird', habitats: ['reed'] } },
    { values: { name: 'Amber piper', size: 14 } },
    { values: { name: 'Oak owl' } },
  ]);
});
afterEach(() => small.close());

const keep = async (document: ModelDocument, number = 0) =>
  keepWorking(small.installation, small.people.architect, number, document as unknown as JsonObject);
const sets = new Map();
const edited = (edit: (type: ContentType) => ContentType): ModelDocument => ({
  ...small.installation.model.document,
  contentTypes: small.installation.model.document.contentTypes.map((type) =>
    type.key === 'species' ? edit(type) : type,
  ),
});
const each = (change: (field: Field) => Field) =>
  edited((type) => ({ ...type, fields: plainFields(type.fields).map(change) }));
const required = (key: string) =>
  edited((type) =>
    replaceField(
      type,
      { ...(plainFields(type.fields).find((each) => each.key === key) as Field), required: true },
      true,
      sets,
    ),
  );
const apply = async (document: ModelDocument) =>
  applyWorking(small.installation, small.people.architect, (await keep(document)).number);

describe('a choice that is in use', () => {
  const choosing = (change: (rules: ChoiceRules) => ChoiceRules) =>
    each((one) =>
      one.kind === 'choice' && one.key === 'group' ? { ...one, rules: change(one.rules) } : one,
    );
  const idOf = (key: string) => {
    const { rules } = field(contentType(small.installation.model, 'species'), 'group') as FieldOf<'choice'>;
    return rules.choices.find((choice) => choice.key === key)?.id ?? '';
  };
  const without = (key: string, to?: string | null) =>
    choosing(({ choices, ...rules }) => ({
      ...rules,
      choices: choices.filter((choice) => choice.key !== key),
      ...(to === undefined ? {} : { replaced: [{ from: idOf(key), to }] }),
    }));
  const groups = async () =>
    (await entries(small.installation, { type: 'species', sort: 'name' })).items.map(
      ({ values }) => values.group ?? null,
    );

  test('does not go before it is said what its entries get; one that nobody chose goes at once', async () => {
    await expect(apply(without('bird'))).rejects.toMatchObject({
      faults: [
        {
          code: 'in-use',
          message: expect.stringContaining('“Bird” of Group goes, and 1 entry names it') as string,
        },
      ],
    });
    await dropWorking(small.installation, 1);
    await apply(without('plant'));
    expect(await groups()).toEqual([null, 'bird', null]);
  });

  test('gives way to another in what is worked on, seen and asked, or to nothing', async () => {
    const made = await addListing(small.installation, small.people.architect, {
      label: 'Birds',
      rule: {
        from: ['species'],
        where: { field: 'group', is: 'equals', value: 'bird' },
        order: [],
        limit: 5,
      },
    });
    await publishListing(small.installation, small.people.architect, made.id, made.revision, {});
    await apply(without('bird', idOf('insect')));
    expect(await groups()).toEqual([null, 'insect', null]);
    expect((await listing(small.installation, made.id)).rule.where).toEqual({
      field: 'group',
      is: 'equals',
      value: 'insect',
    });
    expect((await listingResult(small.installation, made.id)).matching).toBe(1);
    expect(await checkDerived(small.installation, false)).toMatchObject({
      faults: [],
      miscounted: 0,
      strays: 0,
    });
    await apply(without('insect', null));
    expect(await groups()).toEqual([null, null, null]);
    expect(await checkDerived(small.installation, false)).toMatchObject({
      faults: [],
      miscounted: 0,
      strays: 0,
    });
  });

  test('may stay where it was chosen', async () => {
    await apply(
      choosing((rules) => ({
        ...rules,
        choices: rules.choices.map((choice) =>
          choice.key === 'bird' ? { ...choice, retired: true as const } : choice,
        ),
      })),
    );
    expect(await groups()).toEqual([null, 'bird', null]);
  });
});

describe('the working copy', () => {
  test('is kept without changing what is in force, and dropped again', async () => {
    const kept = await keep(edited((type) => addField(type, 'Weight', 'number', sets)));
    expect(kept).toMatchObject({ number: 1, changes: 1, base: 2 });
    expect(contentType(small.installation.model, 'species').fieldByKey('weight')).toBeUndefined();
    await expect(keep(small.installation.model.document, 0)).rejects.toMatchObject({
      status: 412,
      extra: { current: { number: 1 } },
    });
    await dropWorking(small.installation, 1);
    expect(await working(small.installation)).toMatchObject({ number: 0, changes: 0 });
  });
  test('is not put in force over a model that came meanwhile', async () => {
    const { number } = await keep(edited((type) => addField(type, 'Weight', 'number', sets)));
    await importModel(
      small.installation,
      edited((type) => addField(type, 'Wingspan', 'number', sets)),
    );
    const { revision } = small.installation.model;
    await expect(applyWorking(small.installation, small.people.architect, number)).rejects.toMatchObject({
      status: 412,
    });
    expect(small.installation.model.revision).toBe(revision);
    const type = contentType(small.installation.model, 'species');
    expect([type.fieldByKey('wingspan')?.label, type.fieldByKey('weight')]).toEqual(['Wingspan', undefined]);
  });

  test('keeps faults of rule, and refuses what is no model document with the path of each fault', async () => {
    expect(
      await keep(edited((type) => ({ ...type, title: 'x'.repeat(3) }))).catch((error: unknown) => error),
    ).toMatchObject({ status: 422, faults: [{ path: '/document/contentTypes/0/title' }] });
    const { faults } = await keep(each((field) => ({ ...field, key: 'name' })));
    expect(faults.filter(({ code }) => code === 'same-key').length).toBeGreaterThan(0);
    const indexTable = await changeSheet(small.installation);
    await expect(
      applyWorking(small.installation, small.people.architect, indexTable.number),
    ).rejects.toMatchObject({ status: 422 });
    expect(small.installation.model.revision).toBe(2);
  });
  test('its figures count on real content', async () => {
    await keep(required('size'));
    expect(await changeSheet(small.installation)).toMatchObject({
      changes: [{ sort: 'narrowed', touches: 1, touched: 'entries' }],
      entries: 1,
      listings: 0,
    });
  });
});

describe('putting a model in force', () => {
  test('gives every entry the new field, in the table at once', async () => {
    await apply(edited((type) => addField(type, 'Weight', 'number', sets)));
    expect(small.installation.model.revision).toBe(3);
    const { items } = await entries(small.installation, { type: 'species', sort: 'weight' });
    expect(items.map(({ values }) => values.weight)).toEqual([null, null, null]);
    await expect(applyWorking(small.installation, small.people.architect, 1)).rejects.toMatchObject({
      status: 422,
    });
  });
  test('tells the faults that new rules bring, and leaves what visitors see', async () => {
    await apply(required('size'));
    const { items } = await entries(small.installation, { type: 'species' });
    expect(items.map(({ title, faults, state }) => [title, faults, state])).toEqual([
      ['Amber piper', 0, 'published'],
      ['Bell heron', 0, 'published'],
      ['Oak owl', 1, 'published'],
    ]);
    const owl = items.find(({ title }) => title === 'Oak owl');
    await expect(
      publishEntry(small.installation, small.people.editor, owl?.id ?? '', 1, {}),
    ).rejects.toMatchObject({ faults: [{ path: '/values/size', code: 'required' }] });
  });
  test('brings every version that is or will be seen to the new form, also where the working one holds nothing of it', async () => {
    const { installation } = small;
    const { items } = await entries(installation, { type: 'species' });
    const heron = items.find(({ title }) => title === 'Bell heron');
    const cleared = await changeEntry(
      installation,
      small.people.editor,
      heron?.id ?? '',
      heron?.revision ?? 0,
      { values: { group: null } },
    );
    const { id } = field(contentType(installation.model, 'species'), 'group');
    await apply(
      each((field) =>
        field.id === id && field.kind === 'choice'
          ? { ...field, rules: { ...field.rules, multiple: true } }
          : field,
      ),
    );
    const kept = await recordByUuid(installation.content, cleared.id, 'entry');
    const seen = await liveAt(installation.content, kept?.id ?? 0, installation.now());
    expect([kept?.body, seen?.body].map((body) => entryBody(body ?? '').values[id])).toEqual([
      undefined,
      [expect.any(String)],
    ]);
  });
  test('fills the index tables anew where another language gives them columns', async () => {
    const { document } = small.installation.model;
    await apply({ ...document, locales: { ...document.locales, others: ['sv', 'fr'] } });
    expect((await checkDerived(small.installation, false)).faults).toEqual([]);
    expect((await entries(small.installation, { type: 'species' })).total).toBe(3);
  });
  test('keeps the values of a field that goes, and has them again when it comes back', async () => {
    const before = small.installation.model.document;
    const size = field(contentType(small.installation.model, 'species'), 'size');
    await apply(edited((type) => removeFields(type, [size.id], sets)));
    expect((await entries(small.installation, { type: 'species' })).items[0]?.values).not.toHaveProperty(
      'size',
    );
    await apply(before);
    expect(
      (await entries(small.installation, { type: 'species', sort: '-size' })).items.map(
        ({ values }) => values.size,
      ),
    ).toEqual([80, 14, null]);
  });
  test('tells values of the old kind where a field changed its kind', async () => {
    const size = field(contentType(small.installation.model, 'species'), 'size');
    await apply(
      edited((type) => ({
        ...type,
        face: { mapping: { heading: type.face.mapping.heading ?? [] } },
        fields: plainFields(type.fields).map((field): Field =>
          field.id === size.id ? { ...size, kind: 'date', rules: {} } : field,
        ),
      })),
    );
    const { items } = await entries(small.installation, { type: 'species' });
    const heron = items.find(({ title }) => title === 'Bell heron');
    expect((await entry(small.installation, heron?.id ?? '')).faults).toMatchObject([
      { path: '/values/size', code: 'kind' },
    ]);
  });
  test('is held back while entries or listings rely on what goes', async () => {
    const listing = await addListing(small.installation, small.people.architect, {
      label: 'By size',
      rule: { from: ['species'], order: [{ by: 'size', direction: 'up' }] },
    });
    await publishListing(small.installation, small.people.architect, listing.id, listing.revision, {});
    const size = field(contentType(small.installation.model, 'species'), 'size');
    await expect(apply(edited((type) => removeFields(type, [size.id], sets)))).rejects.toMatchObject({
      status: 422,
      title: 'By size still reads a field that goes. Change that listing first.',
    });
    await dropWorking(small.installation, 1);
    const without = {
      ...small.installation.model.document,
      contentTypes: small.installation.model.document.contentTypes.filter(({ key }) => key === 'notice'),
    };
    await expect(apply(without)).rejects.toMatchObject({
      faults: expect.arrayContaining([
        expect.objectContaining({ message: 'Species still has 3 entries, the bin counted. It cannot go.' }),
      ]),
    });
  });
  test('keeps listings true when their type gains and renames fields', async () => {
    const rule = {
      from: ['species'],
      where: { field: 'size', is: 'moreThan', value: 20 },
      order: [{ by: 'name', direction: 'up' }],
    };
    const size = field(contentType(small.installation.model, 'species'), 'size');
    const { rule: kept } = parseRule(small.installation.model, {
      ...rule,
      limit: 9,
      heading: '',
      arrangement: 'cards',
      mapping: { heading: [[{ field: 'name' }]] },
    });
    await apply(
      edited((type) =>
        addField(
          {
            ...type,
            fields: plainFields(type.fields).map((field) =>
              field.id === size.id ? { ...field, key: 'length', label: 'Length' } : field,
            ),
          },
          'Weight',
          'number',
          sets,
        ),
      ),
    );
    expect(
      kept && (await resultOf(small.installation, kept)).entries.map(({ face }) => face.heading?.[0]?.words),
    ).toEqual(['Bell heron']);
    await expect(tryListing(small.installation, { rule })).rejects.toMatchObject({
      faults: [{ path: '/rule/where/field' }],
    });
  });
});

test('figures of fields come from the content', async () => {
  const species = contentType(small.installation.model, 'species');
  small.at(NOON + 1);
  const { total, fields } = await typeFigures(small.installation, species.id);
  expect(total).toBe(3);
  expect(fields.find((each) => each.field === field(species, 'size').id)).toMatchObject({
    filled: 2,
    distinct: 2,
    least: 14,
    most: 80,
    usedBy: [],
  });
});

test('what rides in the indexes may come, go and change its kind', async () => {
  const rare = field(contentType(small.installation.model, 'species'), 'rare');
  const set = (part: object) =>
    apply(each((field) => (field.id === rare.id ? ({ ...field, ...part } as Field) : field)));
  const sorted = async () =>
    (
      await entries(small.installation, {
        type: 'species',
        sort: '-size',
        where: JSON.stringify({ field: 'size', is: 'filled' }),
      })
    ).items.map(({ title }) => title);
  await set({ indexed: false });
  expect(await sorted()).toEqual(['Bell heron', 'Amber piper']);
  await set({
    indexed: true,
    kind: 'choice',
    rules: { choices: [{ id: newId(), key: 'yes', label: 'Yes' }] },
  });
  expect(await sorted()).toEqual(['Bell heron', 'Amber piper']);
  await apply(edited((type) => removeFields(type, [rare.id], sets)));
  expect(await sorted()).toEqual(['Bell heron', 'Amber piper']);
});
