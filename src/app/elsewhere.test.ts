import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { DrawnPages } from '../../tests/drawn-pages';
import { documentFrom, smallModel } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { checkModel } from '../core/model/check';
import { importModel } from '../services/model';
import { addPage, changePage, publishPage } from '../services/pages';
import { frameSources } from '../services/visitor';

const model = (link: JsonObject = { link: ['where'] }) =>
  documentFrom({
    ...smallModel,
    providers: { films: { label: 'Lantern Films', begins: 'https://films.example/show/' } },
    blockTypes: {
      elsewhere: {
        label: 'From elsewhere',
        plural: 'From elsewhere',
        behaves: 'elsewhere',
        fields: {
          heading: { label: 'Heading' },
          where: { kind: 'link', label: 'Where', rules: { allow: ['url'] } },
        },
        face: { heading: ['heading'], ...link },
      },
    },
    pageTypes: {
      home: {
        label: 'Home',
        plural: 'Homes',
        fields: { title: { label: 'Title', required: true } },
        slots: { main: { label: 'Main', allows: ['elsewhere'] } },
        face: { heading: ['title'] },
      },
    },
    placements: { top: ['home'] },
  });

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, model());
});
afterEach(() => small.close());

const who = () => small.people.architect;
const home = async (url: string) =>
  addPage(small.installation, who(), {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
    slots: {
      main: [{ type: 'elsewhere', values: { heading: 'Reeds', where: { to: 'url', url, words: 'A film' } } }],
    },
  });
const drawn = async () => new DrawnPages(small.installation, () => []).html('/');

test('something from elsewhere is named, and led to; nothing of it is in the page that a browser would fetch', async () => {
  const made = await home('https://films.example/show/reeds');
  await publishPage(small.installation, who(), made.id, made.revision, {});
  const html = await drawn();
  expect(html).toContain('This comes from Lantern Films.');
  expect(html).toContain('data-elsewhere="https://films.example/show/reeds"');
  expect(html).toContain(
    '<a href="https://films.example/show/reeds" rel="noreferrer">Open it at Lantern Films</a>',
  );
  expect(html).toContain('<script defer=""');
  expect(html).not.toMatch(/<(?:iframe|embed|object)\b|(?:src|srcset)="[^"]*films\.example/);
  expect(frameSources(small.installation)).toBe('https://films.example');
});

test('what belongs to no provider holds back publishing; once its provider is gone only the way there is left', async () => {
  const made = await home('https://other.example/reeds');
  await expect(publishPage(small.installation, who(), made.id, made.revision, {})).rejects.toMatchObject({
    faults: [{ path: '/slots/main/0/values/where', code: 'provider' }],
  });
  const kept = await changePage(small.installation, who(), made.id, made.revision, {
    slots: {
      main: [{ type: 'elsewhere', values: { where: { to: 'url', url: 'https://films.example/show/a' } } }],
    },
  });
  await publishPage(small.installation, who(), made.id, kept.revision, {});
  const { providers: _none, ...without } = small.installation.model.document;
  await importModel(small.installation, without);
  const html = await drawn();
  expect(html).toContain('This stands on another site.');
  expect(html).not.toContain('data-elsewhere');
  expect(frameSources(small.installation)).toBe("'none'");
});

test.each<[string, () => ReturnType<typeof model>, string[]]>([
  ['all is well', model, []],
  ['its face has no link', () => model({}), ['nothing-elsewhere']],
  [
    'a beginning that could be another’s',
    () => ({ ...model(), providers: [{ key: 'a', label: 'A', begins: 'https://films.example/show' }] }),
    ['address'],
  ],
  [
    'one there twice',
    () => {
      const document = model();
      const [first] = document.providers ?? [];
      return { ...document, providers: first ? [first, { ...first, label: 'Again' }] : [] };
    },
    ['twice'],
  ],
])('the check of the model: %s', (_what, document, codes) => {
  expect(
    checkModel(document())
      .filter(({ weight }) => weight === 'error')
      .map(({ code }) => code),
  ).toEqual(codes);
});
