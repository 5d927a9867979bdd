import { contentType, field, smallCompiled } from '../../../../tests/small-model';
import { Categories, type Category } from '../../content/categories';
import { writeFeed } from '../../formats/feeds';
import type { Field } from '../../model/document';
import { facetQuery, facetValues, mayBeFacet, pressed, parseFacets } from './facets';
import { proposeRule } from './propose-rule';
import { parseRule } from './parse';

const model = smallCompiled();
const species = contentType(model, 'species');
const category = (id: string, parent: string | null): Category => ({
  id,
  scheme: 'habitat',
  parent,
  position: id,
  key: id,
  slug: id,
  label: id,
  labels: {},
  values: {},
  revision: 1,
});
const tree = new Categories([
  category('water', null),
  category('mere', 'water'),
  category('edge', 'mere'),
  category('coast', null),
]);
const lives: Field = {
  id: 'lives',
  key: 'lives',
  label: 'Lives in',
  kind: 'category',
  indexed: true,
  rules: { scheme: 'habitat' },
};
const fields = [field(species, 'group'), field(species, 'rare'), lives];
const read = (query: string) => parseFacets(fields, new URLSearchParams(query), tree);
const spoken = (query: string) => facetQuery(fields, read(query), tree);

test('what is chosen has one spelling, and what means nothing is passed over', () => {
  expect(spoken('lives=mere&rare=yes&group=plant&group=bird&group=bird&group=dragon&utm=1')).toBe(
    '?group=bird&group=plant&rare=yes&lives=mere',
  );
  expect([spoken('group=dragon'), spoken('')]).toEqual(['', '']);
});

test('a pressed value comes, and goes when it is pressed again; of categories one branch is open at a time', () => {
  const after = (query: string, which: number, word: string) => {
    const [one] = fields.slice(which);
    const value =
      one && [...parseFacets([one], new URLSearchParams([[one.key, word]]), tree).values()][0]?.[0];
    return one && value !== undefined
      ? facetQuery(fields, pressed(one, read(query), value, tree), tree)
      : undefined;
  };
  expect([
    after('group=bird', 0, 'plant'),
    after('group=bird&group=plant', 0, 'bird'),
    after('group=bird', 0, 'bird'),
  ]).toEqual(['?group=bird&group=plant', '?group=plant', '']);
  expect([
    after('', 2, 'water'),
    after('lives=water', 2, 'mere'),
    after('lives=edge', 2, 'mere'),
    after('lives=edge', 2, 'water'),
    after('lives=edge', 2, 'coast'),
  ]).toEqual(['?lives=water', '?lives=mere', '?lives=water', '', '?lives=coast']);
  expect(facetValues(lives, read('lives=mere'), tree)).toEqual([
    { value: 'water', depth: 0 },
    { value: 'mere', depth: 1 },
    { value: 'edge', depth: 2 },
  ]);
});

test('only fields of few values that are kept for filtering can be filtered by', () => {
  expect(species.fields.filter(mayBeFacet).map(({ key }) => key)).toEqual(['group', 'habitats', 'rare']);
  const { faults } = parseRule(model, { ...proposeRule(model, species), facets: ['group', 'name', 'wings'] });
  expect(faults.map(({ path, code }) => `${path} ${code}`)).toEqual([
    '/facets/1 not-a-facet',
    '/facets/2 unknown-field',
  ]);
});

test('a feed tells its words as words, in both formats', () => {
  const content = {
    title: 'Notices <1>',
    description: '',
    language: 'en',
    address: 'https://reserve.example/notices',
    feeds: {
      atom: 'https://reserve.example/notices/feed.atom',
      json: 'https://reserve.example/notices/feed.json',
    },
    items: [
      {
        id: 'a',
        title: 'Boards & <b>planks</b> ]]>',
        address: 'https://reserve.example/notices/a',
        summary: '<script>1</script>',
        published: Date.UTC(2026, 10, 25),
      },
    ],
  };
  const atom = writeFeed('atom', content);
  expect(atom).toContain('Boards &#38; &#60;b&#62;planks&#60;/b&#62; ]]&#62;');
  expect(atom).toContain('<updated>2026-11-25T00:00:00.000Z</updated>');
  expect(atom).not.toMatch(/<script|<b>|Notices <1>/);
  expect(JSON.parse(writeFeed('json', content))).toMatchObject({
    title: 'Notices <1>',
    items: [
      {
        id: 'urn:uuid:a',
        title: 'Boards & <b>planks</b> ]]>',
        content_html: '&#60;script&#62;1&#60;/script&#62;',
      },
    ],
  });
});
