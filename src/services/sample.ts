import { dayFrom } from '../core/content/day';
import { readValues } from '../core/content/values';
import type { Fault } from '../core/faults';
import { modelFromKeys } from '../core/formats/model-by-keys';
import { readModelDocument } from '../core/formats/model-schema';
import { isJsonObject, type Json, type JsonObject } from '../core/json';
import type { CompiledType } from '../core/model/compile';
import type { ContentType } from '../core/model/document';
import type { Role } from '../core/roles';
import { putSetting } from '../store/settings';
import { addInBulk, type BulkEntry } from './bulk-entries';
import { today, type House } from './house';
import { addListing, publishListing } from './listings';
import { beginWith } from './model';
import { addPage, publishPage } from './pages';
import { addPerson, type Person } from './people';

/** The files of a sample, read but not yet checked. Entries stand by the key of their type. */
export interface Sample {
  site: { label: string; locale: string; timeZone: string };
  people: { name: string; email: string; role: Role; password: string }[];
  model: JsonObject;
  entries: Record<string, JsonObject[]>;
  listings: { label: string; rule: JsonObject; inForce?: boolean }[];
  pages: SamplePage[];
}

interface SamplePage {
  type: string;
  values: JsonObject;
  /** The name of the listing that fills it. */
  listing?: string;
  slug?: string;
  state?: 'published' | 'draft';
  below?: SamplePage[];
}

const DAY = 86_400_000;

const refuse = (where: string, faults: readonly Fault[]) => new Error(`${where}:\n${faults.map(({ path, message }) => `  ${path}: ${message}`).join('\n')}`);

/** Days told from now become days of the calendar, so that a sample never grows old. */
const settled = (values: JsonObject, day: string): JsonObject =>
  Object.fromEntries(Object.entries(values).map(([key, value]): [string, Json] => [key, isJsonObject(value) && typeof value.now === 'string' ? dayFrom({ now: value.now }, day) : value]));

/** One entry as its file tells it: besides its values, how far it has come (`state`) and how old it is (`age`, in days). */
function readEntry(house: House, type: CompiledType<ContentType>, written: JsonObject, place: number, by: number): BulkEntry {
  const { state = 'published', age = written.state === 'review' ? 1 + (place % 6) : 3 + ((place * 37) % 160), ...given } = written;
  const { values, faults } = readValues(type.fields, settled(given, today(house)), {}, '');
  if (faults.length > 0) throw refuse(`demo/entries/${type.is.key}, entry ${place + 1}`, faults);
  const at = house.now() - Number(age) * DAY - place * 61_000;
  const shown = { published: { starts: at }, scheduled: { starts: house.now() + 9 * DAY }, withdrawn: { starts: at - 90 * DAY, ends: at } }[String(state)];
  return { values, at, by, stage: state === 'review' ? 'review' : 'draft', ...(shown ? { shown } : {}) };
}

/** Fills a new database with a sample: people, model, entries, listings, pages. Stops at the first thing that is not as it should be. */
export async function fillWithSample(house: House, sample: Sample): Promise<void> {
  const { document, faults } = readModelDocument(modelFromKeys(sample.model));
  if (!document) throw refuse('demo/model', faults);
  await beginWith(house, document);
  await house.content.write(async (tx) => {
    await putSetting(tx, 'demo', 'yes');
    await tx.run('UPDATE sites SET label = $1, locale = $2, time_zone = $3 WHERE id = $4', [sample.site.label, sample.site.locale, sample.site.timeZone, house.site.id]);
  });
  house.demo = true;
  house.site = { ...house.site, ...sample.site };
  const people: Person[] = [];
  for (const person of sample.people) people.push({ ...(await addPerson(house, person)), session: '', endsAt: 0 });
  const [architect] = people;
  const writers = people.filter(({ role }) => role === 'editor');
  if (!architect) throw new Error('demo/site: the first of the people is the architect.');
  for (const [key, written] of Object.entries(sample.entries)) {
    const type = house.model.contentTypeByKey(key);
    if (!type) throw new Error(`demo/entries/${key}: there is no content type of that key.`);
    const entries = written.map((each, i) => readEntry(house, type, each, i, (writers[i % Math.max(1, writers.length)] ?? architect).id));
    await house.content.write((tx) => addInBulk(tx, house, type, entries));
  }
  const listings = new Map<string, string>();
  for (const { label, rule, inForce = true } of sample.listings) {
    const made = await addListing(house, architect, { label, rule });
    if (inForce) await publishListing(house, architect, made.id, made.revision, {});
    listings.set(label, made.id);
  }
  const addPages = async (pages: readonly SamplePage[], parent: string | null): Promise<void> => {
    for (const { type, values, listing, slug, state = 'published', below = [] } of pages) {
      const fill = listing === undefined ? undefined : listings.get(listing);
      const made = await addPage(house, architect, { type, parent, values, ...(slug === undefined ? {} : { slug }), ...(fill === undefined ? {} : { listing: fill }) });
      if (state === 'published') await publishPage(house, architect, made.id, made.revision, {});
      await addPages(below, made.id);
    }
  };
  await addPages(sample.pages, null);
}
