import fc from 'fast-check';
import { emptyInstallation } from '../../../tests/small-installation';
import { documentFrom } from '../../../tests/small-model';
import { beginWith } from '../model';
import { addCategory } from '../categories/edit';
import { allContent } from './all-content';
import { entries } from './table';
import { addEntry } from './write';

const typeOf = (label: string, field: string) => ({
  label,
  plural: `${label}s`,
  title: 'name',
  summary: 'about',
  fields: {
    name: { label: 'Name' },
    about: { label: 'About', kind: 'paragraphs' },
    [field]: { kind: 'category', label: field, rules: { scheme: 'place', multiple: true } },
    tagged: { include: 'tagged' },
  },
  face: { heading: ['name'] },
});
const model = documentFrom({
  locales: { main: 'en-GB', others: [] },
  schemes: { place: { label: 'Place', plural: 'Places', fields: {} } },
  fieldSets: { tagged: { label: 'Tagged', fields: { stars: { kind: 'number', label: 'Stars' } } } },
  contentTypes: { walk: typeOf('Walk', 'along'), inn: typeOf('Inn', 'stands') },
});

/** The tree: each category's parent by its number. */
const tree = [null, 0, 0, 1, null];

test('of whatever type, what stands in a category is found, with what is below it or alone; what types share stands in columns', async () => {
  const small = await emptyInstallation();
  const { installation, people } = small;
  await beginWith(installation, model);
  const scheme = installation.model.document.schemes[0]?.id ?? '';
  const ids: string[] = [];
  for (const parent of tree) {
    const made = await addCategory(installation, people.architect, scheme, {
      label: `Place ${ids.length}`,
      parent: parent === null ? null : (ids[parent] ?? null),
    });
    ids.push(made.id);
  }
  const isUnder = (at: number, above: number): boolean =>
    at === above || (tree[at] !== null && tree[at] !== undefined && isUnder(tree[at], above));
  let count = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.boolean(), fc.uniqueArray(fc.nat(4), { maxLength: 2 })), {
        minLength: 1,
        maxLength: 4,
      }),
      async (made) => {
        const named: [name: string, isWalk: boolean, places: number[]][] = [];
        for (const [isWalk, places] of made) {
          const name = `No ${String((count += 1)).padStart(4, '0')}`;
          named.push([name, isWalk, places]);
          await addEntry(installation, people.editor, {
            type: isWalk ? 'walk' : 'inn',
            values: { name, [isWalk ? 'along' : 'stands']: places.map((at) => ids[at] ?? '') },
          });
        }
        const among = new Set(named.map(([name]) => name));
        for (const at of tree.keys())
          for (const alone of [undefined, 'yes'] as const) {
            const isIn = (places: number[]) =>
              places.some((each) => (alone ? each === at : isUnder(each, at)));
            const asked = { category: ids[at] ?? '', limit: 500, ...(alone ? { alone } : {}) };
            const all = (await allContent(installation, asked, people.editor)).items.map(
              ({ title }) => title,
            );
            expect(all.filter((title) => among.has(title))).toEqual(
              named.filter(([, , places]) => isIn(places)).map(([name]) => name),
            );
            const walks = (await entries(installation, { type: 'walk', ...asked })).items;
            expect(walks.map(({ title }) => title).filter((title) => among.has(title))).toEqual(
              named.filter(([, isWalk, places]) => isWalk && isIn(places)).map(([name]) => name),
            );
          }
      },
    ),
    { numRuns: 8 },
  );
  const stars = installation.model.contentTypeByKey('walk')?.fieldByKey('stars')?.id ?? '';
  await addEntry(installation, people.editor, {
    type: 'inn',
    values: { name: 'Zed', about: 'By the weir.', stars: 4 },
  });
  const { items } = await allContent(
    installation,
    { q: 'zed', columns: `summary,${stars},changed` },
    people.editor,
  );
  expect(items[0]?.cells).toEqual({ summary: 'By the weir.', [stars]: '4' });
  await small.close();
});
