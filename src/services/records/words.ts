import { textsIn } from '../../core/content/searched-texts';
import type { OtherWords } from '../../core/model/change/follows';
import type { WriteTransaction } from '../../store/database';
import { dropVersionWords, putLiveWords, type LiveWords } from '../../store/live-words';
import { putWords, type RecordWords } from '../../store/record-words';
import type { KeptRecord, LiveVersion } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { entryBody } from './bodies';
import { named, shaped, type Shaped } from './shaped';

/**
 * How records were when what is derived from them was made last, by their integer keys: where the words of one are what
 * they were, the search is left as it is, which is most of the work of a change of many.
 */
export type Before = ReadonlyMap<number, Pick<Shaped, 'record' | 'versions'>>;

/** Whether nothing that is made of a record differs from what was made of it before. What pages are called may follow from others. */
function isAsBefore(each: Shaped, before: Before | undefined, make: (one: Shaped) => object): boolean {
  const was = before?.get(each.record.id);
  const { sort } = each.record;
  if (!was || (sort !== 'entry' && sort !== 'medium')) return false;
  return JSON.stringify(make({ ...each, ...was })) === JSON.stringify(make(each));
}

/** What visitors see of a record at a moment, or are going to see. */
const shownVersions = ({ versions }: Shaped, now: number): LiveVersion[] =>
  versions.filter(({ ends }) => ends > now);

function seenWords({ model }: Installation, each: Shaped, version: LiveVersion): LiveWords[] {
  const texts = each.shape?.texts(version.body) ?? [];
  return [undefined, ...model.document.locales.others].flatMap((locale, language) => {
    const own = texts.filter((text) => text.language === locale).map(({ text }) => text);
    return own.length > 0 || language === 0
      ? [{ version: version.id, language, title: named(each, version.body), words: own.join('\n') }]
      : [];
  });
}

/** Writes the words by which visitors find entries and pages. */
export async function putSeenWords(
  tx: WriteTransaction,
  installation: Installation,
  all: readonly Shaped[],
  before?: Before,
): Promise<void> {
  const now = installation.now();
  const some = all.filter(({ record: { sort } }) => sort === 'entry' || sort === 'page');
  const same = some.filter((each) =>
    isAsBefore(each, before, (one) =>
      shownVersions(one, now).flatMap((version) => seenWords(installation, one, version)),
    ),
  );
  const over = same.flatMap(({ versions }) => versions.filter(({ ends }) => ends <= now));
  const gone = some.flatMap(({ record, versions }) =>
    (before?.get(record.id)?.versions ?? []).filter(({ id }) => !versions.some((each) => each.id === id)),
  );
  if (over.length + gone.length > 0)
    await dropVersionWords(
      tx,
      [...over, ...gone].map(({ id }) => id),
    );
  const others = some.filter((each) => !same.includes(each));
  await putLiveWords(
    tx,
    others.map(({ record }) => record.id),
    others.flatMap((each) =>
      shownVersions(each, now).flatMap((version) => seenWords(installation, each, version)),
    ),
  );
}

/** The words of what is worked on, what it is called among them. */
function workedOnWords({ model }: Installation, each: Shaped): RecordWords[] {
  const texts = each.shape?.texts(each.record.body) ?? [];
  return [undefined, ...model.document.locales.others].flatMap((locale, language) => {
    const own = texts.filter((text) => text.language === locale).map(({ text }) => text);
    const said = locale === undefined ? [named(each), ...own] : own;
    return said.length > 0 ? [{ record: each.record.id, language, words: said.join('\n') }] : [];
  });
}

/** Writes the words by which everything is found in the workspaces. */
export async function putWorkedOnWords(
  tx: WriteTransaction,
  installation: Installation,
  all: readonly Shaped[],
  before?: Before,
): Promise<void> {
  const differing = all.filter(
    (each) => !isAsBefore(each, before, (one) => workedOnWords(installation, one)),
  );
  await putWords(
    tx,
    differing.map(({ record }) => record.id),
    differing.flatMap((each) => workedOnWords(installation, each)),
  );
}

/** Writes the words of those of some records in which they are others, where all else that is derived from them stays. */
export async function reindexWords(
  tx: WriteTransaction,
  installation: Installation,
  records: readonly KeptRecord[],
  { had, came }: OtherWords,
): Promise<void> {
  const { locale } = installation.model;
  const all = (await shaped(tx, installation, records)).filter(({ record, versions, shape }) => {
    const fresh = (shape?.fields ?? []).filter(({ id }) => came.includes(id));
    return [record.body, ...versions.map(({ body }) => body)].some(
      (body) => had.some((id) => body.includes(id)) || textsIn(fresh, entryBody(body), locale).length > 0,
    );
  });
  await putWorkedOnWords(tx, installation, all);
  await putSeenWords(tx, installation, all);
}
