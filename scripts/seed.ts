// Fills the data folder (CLEAR_FRAME_DATA) with the sample in demo/. Run by `npm run demo` where there is no
// database yet.
import { closeInstallation, sharedInstallation } from '../src/services/runtime';
import 'reflect-metadata';
import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { parse } from 'yaml';
import { fillWithSample, type Sample } from '../src/services/sample';

const read = <T>(path: string): T => parse(readFileSync(join('demo', path), 'utf8')) as T;

async function seed(): Promise<void> {
  // What the files hold is checked where it is used, by the same code that reads what comes over HTTP.
  const { site, people } = read<Pick<Sample, 'site' | 'people'>>('site.yaml');
  const sample: Sample = {
    site,
    people,
    model: read('model.yaml'),
    categories: Object.fromEntries(
      readdirSync('demo/categories')
        .sort()
        .map((file) => [basename(file, '.yaml'), read(join('categories', file))]),
    ),
    pictures: Object.fromEntries(
      readdirSync('demo/pictures')
        .sort()
        .map((file) => [basename(file, '.svg'), readFileSync(join('demo/pictures', file))]),
    ),
    documents: Object.fromEntries(
      readdirSync('demo/documents')
        .sort()
        .map((file) => [basename(file, '.pdf'), readFileSync(join('demo/documents', file))]),
    ),
    media: read('media.yaml'),
    entries: Object.fromEntries(
      readdirSync('demo/entries')
        .sort()
        .map((file) => [basename(file, '.yaml'), read(join('entries', file))]),
    ),
    listings: read('listings.yaml'),
    pages: read('pages.yaml'),
    sites: [read('friends.yaml')],
  };

  const installation = await sharedInstallation();
  await fillWithSample(installation, sample);
  const count = Object.values(sample.entries).reduce((sum, entries) => sum + entries.length, 0);
  console.log(
    `${count} entries of ${installation.model.contentTypes.length} types, ${sample.listings.length} listings and a tree of pages are in ${process.env.CLEAR_FRAME_DATA ?? 'data'}.`,
  );
  await closeInstallation(installation);
}

seed().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
