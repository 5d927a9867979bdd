import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { guideParts, searchGuide } from '../../core/formats/guide';
import { guidePlaces } from './guide-places';

const folder = join(process.cwd(), 'docs', 'guide');
const chapters = readdirSync(folder).filter((file) => /^\d.*\.md$/.test(file));
const parts = chapters.flatMap((file) => guideParts(readFileSync(join(folder, file), 'utf8')));

test('a chapter is its title with what stands below it, and each of its sections', () => {
  const read = guideParts('# Map\n\nLists.\n\n## Which entries\n\nA condition.\n\n## Empty\n');
  expect(read).toEqual([
    { id: 'map', chapter: 'Map', title: 'Map', text: 'Lists.' },
    { id: 'map/which-entries', chapter: 'Map', title: 'Which entries', text: 'A condition.' },
    { id: 'map/empty', chapter: 'Map', title: 'Empty', text: '' },
  ]);
});

test('every part of the guide has a name of its own and something to say, and its pictures are there', () => {
  expect(new Set(parts.map(({ id }) => id)).size).toBe(parts.length);
  for (const { id, text } of parts) {
    expect([id, text.length > 60]).toEqual([id, true]);
    for (const [, path = ''] of text.matchAll(/!\[[^\]]+\]\(([^)]+)\)/g))
      expect([id, path, existsSync(join(folder, path))]).toEqual([id, path, true]);
  }
});

test('each screen leads to a part that there is', () => {
  const ids = new Set(parts.map(({ id }) => id));
  expect(guidePlaces.filter(([, id]) => !ids.has(id))).toEqual([]);
});

test('a search finds parts that hold all its words, without case and accents, titles first', () => {
  const titles = (words: string) => searchGuide(parts, words).map(({ title }) => title);
  expect(titles('OLD addresses')[0]).toBe('Old addresses');
  expect(titles('pàlette dark')).toEqual(['Appearance and house style']);
  expect(titles('no zebras anywhere')).toEqual([]);
  expect(titles(' ')).toEqual([]);
});
