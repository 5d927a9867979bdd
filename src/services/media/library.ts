import { createHash } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileTypeFromBuffer } from 'file-type/core';
import sharp from 'sharp';
import type { ReachAnswer, ReachLink } from '../../contract/entries';
import type { MediaAnswer, MediaListAnswer, MediaPatch, MediaQuery, MediaUpload } from '../../contract/media';
import type { MediaSort } from '../../core/content/known';
import {
  parseLocalized,
  referencesInLocalized,
  localizedFaults,
  serializeLocalized,
  type LocalizedValues,
} from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import { isId, newId, type Id } from '../../core/ids';
import type { Condition } from '../../core/mapping/rule/listing-rule';
import type { Field } from '../../core/model/document';
import { FOLDERS, isFilledIn, mediumFields, sortChoice, valuesOfFile } from '../../core/model/media-type';
import { FOREVER } from '../../core/content/states';
import type { Reader, WriteTransaction } from '../../store/database';
import { countLive, placeAmong } from '../../store/queries/listing-query';
import {
  findMedia,
  knownMedia,
  mediaAddress,
  mediaByHash,
  mediaById,
  mediumValues,
  putFile,
  type FileRow,
  type MediaRow,
} from '../../store/media';
import {
  changeWorking,
  makeRecords,
  note,
  recordById,
  recordByUuid,
  referrers,
  setRefs,
} from '../../store/records';
import { today, type Installation } from '../runtime/installation';
import { knownOf } from '../records/known';
import { listingsInForce } from '../listings/in-force';
import type { Person } from '../people/people';
import { reachOfEntry } from '../reach/entry';
import { pageLink, type ReachedPage } from '../reach/pages';
import { expectThere, knowReferences, refRows } from '../records/references';
import { changedSince, notFound, Refusal, invalidInput } from '../runtime/refusal';
import { reindexShown } from '../records/reindex-shown';
import { queryContextOf, sourcesOf } from '../listings/sources';
import { goLive } from '../records/versions';

export const mediaBounds = { bytes: 40 * 1024 * 1024, pixels: 60_000_000 } as const;

/** What may be kept, by what its bytes say it is; the name of a file proves nothing. */
const accepted: Record<string, { sort: MediaSort; ending: string }> = {
  'image/jpeg': { sort: 'picture', ending: 'jpg' },
  'image/png': { sort: 'picture', ending: 'png' },
  'image/webp': { sort: 'picture', ending: 'webp' },
  'image/gif': { sort: 'picture', ending: 'gif' },
  'image/avif': { sort: 'picture', ending: 'avif' },
  'application/pdf': { sort: 'document', ending: 'pdf' },
  'audio/mpeg': { sort: 'sound', ending: 'mp3' },
  'audio/ogg': { sort: 'sound', ending: 'ogg' },
  'audio/wav': { sort: 'sound', ending: 'wav' },
  'video/mp4': { sort: 'film', ending: 'mp4' },
  'video/webm': { sort: 'film', ending: 'webm' },
};

/** The fields of a medium that people fill in. */
const filledIn = (installation: Pick<Installation, 'model'>): Field[] =>
  installation.model.media.fields.filter(isFilledIn);

function answer(installation: Installation, row: MediaRow): MediaAnswer {
  const { label, alt, width, height } = knownMedia(row);
  return {
    id: row.uuid,
    sort: row.sort,
    label,
    address: mediaAddress(row),
    mime: row.mime,
    bytes: row.bytes,
    alt,
    revision: row.revision,
    ...serializeLocalized(filledIn(installation), mediumValues(row), installation.model.locale),
    ...(width && height ? { width, height } : {}),
  };
}

const folderOf = (installation: Installation, id: Id) => join(installation.mediaFolder, id);

/** A name that can stand in an address and on any disk: its letters and digits, with the ending its bytes ask for. */
const fileName = (name: string, ending: string): string =>
  `${
    name
      .replace(/\.[^.]*$/, '')
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'file'
  }.${ending}`;

async function sniffed(
  bytes: Buffer,
): Promise<{ sort: MediaSort; mime: string; ending: string; width: number | null; height: number | null }> {
  const found = await fileTypeFromBuffer(bytes);
  const kept = found && accepted[found.mime];
  if (!found || !kept)
    throw invalidInput([
      {
        path: '',
        code: 'sort',
        message:
          'This is no picture, PDF, sound or film that can be kept. Pictures may be JPEG, PNG, WebP, GIF or AVIF.',
      },
    ]);
  if (kept.sort !== 'picture') return { ...kept, mime: found.mime, width: null, height: null };
  try {
    const {
      width = 0,
      height = 0,
      autoOrient,
    } = await sharp(bytes, { limitInputPixels: mediaBounds.pixels }).metadata();
    return {
      ...kept,
      mime: found.mime,
      width: autoOrient?.width ?? width,
      height: autoOrient?.height ?? height,
    };
  } catch {
    throw invalidInput([
      {
        path: '',
        code: 'picture',
        message: `This picture cannot be read, or has more than ${mediaBounds.pixels / 1e6} million pixels.`,
      },
    ]);
  }
}

/** Lets everyone see what is said of a medium now: its version, its place in the sheet, what it refers to. Answers the pages that differ. */
async function show(
  tx: WriteTransaction,
  installation: Installation,
  id: Id,
  record: number,
  before: LocalizedValues | undefined,
  after: LocalizedValues,
  by: number | null,
): Promise<ReachedPage[]> {
  const { media } = installation.model;
  const kept = await recordById(tx, record);
  if (!kept) throw notFound('medium');
  const refs = referencesInLocalized(media.fields, after).filter(({ sort }) => sort === 'category');
  await knowReferences(tx, installation, [...refs, { path: '', sort: 'media', target: id }]);
  await reindexShown(
    tx,
    installation,
    kept,
    await goLive(tx, kept, { starts: installation.now(), ends: FOREVER }, installation.now(), by),
  );
  for (const side of [0, 1] as const) await setRefs(tx, record, side, refRows(media.fields, refs));
  return reachOfEntry(tx, installation, id, { id, type: media.id, before, after });
}

/** Keeps a file that was sent, by what its bytes say it is. The same bytes are kept once. */
export async function addMedia(
  installation: Installation,
  person: Pick<Person, 'id'> | null,
  { name, alt = '', folder }: MediaUpload,
  bytes: Buffer,
): Promise<MediaAnswer> {
  if (bytes.length === 0) throw invalidInput([{ path: '', code: 'empty', message: 'This file is empty.' }]);
  if (bytes.length > mediaBounds.bytes)
    throw new Refusal(413, `A file may have at most ${mediaBounds.bytes / 1024 / 1024} MB.`);
  if (folder !== undefined && installation.categories.get(folder)?.scheme !== FOLDERS)
    throw invalidInput([{ path: '/folder', code: 'not-there', message: 'There is no such folder.' }]);
  const { sort, mime, ending, width, height } = await sniffed(bytes);
  const hash = createHash('sha256').update(bytes).digest('hex');
  const same = await mediaByHash(installation.content, hash);
  if (same) return answer(installation, same);
  const uuid = newId();
  const file = fileName(name, ending);
  await mkdir(folderOf(installation, uuid), { recursive: true });
  await writeFile(join(folderOf(installation, uuid), file), bytes);
  const label = name.replace(/\.[^.]*$/, '').slice(0, 200) || file;
  const facts = valuesOfFile({
    media: uuid,
    sort,
    width,
    height,
    size: bytes.length,
    added: today(installation),
  });
  const localized: LocalizedValues = {
    values: {
      [mediumFields.name]: label,
      ...(alt.trim() ? { [mediumFields.alt]: alt.trim() } : {}),
      ...(folder === undefined ? {} : { [mediumFields.folder]: folder }),
      ...facts,
    },
  };
  const { of, pages } = await installation.content.write(async (tx) => {
    // Somebody may have sent the same a moment ago.
    const other = await mediaByHash(tx, hash);
    if (other) return { of: other.uuid, pages: [] };
    const by = person?.id ?? null;
    const [record = 0] = await makeRecords(tx, [
      {
        uuid,
        sort: 'medium',
        type: installation.keyMap.of(installation.model.media.id),
        title: label,
        body: JSON.stringify(localized),
        faults: 0,
        at: installation.now(),
        by,
      },
    ]);
    const row: FileRow = { sort, file, mime, bytes: bytes.length, width, height, hash };
    await putFile(tx, record, row);
    if (person) await note(tx, installation.now(), person.id, 'brought in a medium', record);
    return { of: uuid, pages: await show(tx, installation, uuid, record, undefined, localized, by) };
  });
  installation.rendered.renew(pages.map(({ uuid: page }) => page));
  return medium(installation, of);
}

async function need(reader: Reader, id: Id): Promise<MediaRow> {
  const row = isId(id) ? await mediaById(reader, id) : undefined;
  if (!row) throw notFound('medium');
  return row;
}

export const medium = async (installation: Installation, id: Id): Promise<MediaAnswer> =>
  answer(installation, await need(installation.content, id));

/** What is asked of the media in a drawer: their sort, their folder (and those below it, or none), words in their names. */
function asks({ q = '', sort, folder }: MediaQuery): Condition {
  const words = q.trim();
  return {
    all: [
      ...(words ? [{ field: mediumFields.name, is: 'contains' as const, value: words }] : []),
      ...(sort ? [{ field: mediumFields.sort, is: 'equals' as const, value: sortChoice(sort) }] : []),
      ...(folder === 'none'
        ? [{ field: mediumFields.folder, is: 'empty' as const }]
        : folder
          ? [{ field: mediumFields.folder, is: 'under' as const, value: folder }]
          : []),
    ],
  };
}

export async function mediaList(installation: Installation, query: MediaQuery): Promise<MediaListAnswer> {
  const { limit = 60, after = 0 } = query;
  const where = asks(query);
  const asked = queryContextOf(installation, installation.model.media);
  const [rows, total] = await Promise.all([
    findMedia(installation.content, asked, where, limit, after),
    countLive(installation.content, asked, where),
  ]);
  const last = rows.at(-1);
  return {
    items: rows.map((row) => answer(installation, row)),
    total,
    ...(last && rows.length === limit ? { next: last.record } : {}),
  };
}

/** What shows a medium: what refers to it, listings that it is in, and the pages that would differ if visitors no longer saw it. */
export async function mediumReach(installation: Installation, id: Id): Promise<ReachAnswer> {
  const row = await need(installation.content, id);
  const { media } = installation.model;
  const listings: ReachLink[] = [];
  for (const { id: listing, rule } of await listingsInForce(installation.content, installation)) {
    if (!rule.from.includes(media.id)) continue;
    const place = await placeAmong(
      installation.content,
      await sourcesOf(installation.content, installation, rule),
      { id, record: row.record },
    );
    const kept =
      place === undefined ? undefined : await recordByUuid(installation.content, listing, 'listing');
    if (kept) listings.push({ sort: 'listing', id: listing, label: kept.title, detail: 'listing' });
  }
  const referring = (await referrers(installation.content, id, 0)).flatMap(
    ({ uuid, sort, type, title }): ReachLink[] =>
      sort === 'entry' || sort === 'page'
        ? [
            {
              sort,
              id: uuid,
              label: title,
              detail:
                (installation.model.contentType(type ?? '') ?? installation.model.pageType(type ?? ''))
                  ?.label ?? sort,
            },
          ]
        : [],
  );
  const pages = await reachOfEntry(installation.content, installation, id, {
    id,
    type: media.id,
    before: mediumValues(row),
    after: undefined,
  });
  return {
    goesTo: [...new Map([...listings, ...referring].map((link) => [link.id, link])).values()],
    pages: pages.map(pageLink),
  };
}

export async function changeMedium(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: MediaPatch,
): Promise<MediaAnswer> {
  const pages = await installation.content.write(async (tx) => {
    const row = await need(tx, id);
    if (row.revision !== revision) throw changedSince({ ...answer(installation, row) } as never, {});
    const record = await recordById(tx, row.record);
    if (!record) throw notFound('medium');
    const fields = filledIn(installation);
    const before = mediumValues(row);
    const { localized, faults } = parseLocalized(
      fields,
      patch,
      before,
      '',
      installation.model.document.locales.others,
    );
    if (faults.length > 0) throw invalidInput(faults);
    const refs = referencesInLocalized(fields, localized);
    await expectThere(tx, installation, refs, referencesInLocalized(fields, before));
    // Visitors see at once what is kept, so what breaks a rule cannot be.
    const broken = localizedFaults(fields, localized, {
      today: today(installation),
      known: await knownOf(tx, installation, refs),
    });
    if (broken.length > 0) throw invalidInput(broken);
    const [title, body] = [
      titleOf(installation.model.media.definition, localized.values),
      JSON.stringify(localized),
    ];
    await changeWorking(tx, record, {
      title,
      body,
      faults: 0,
      stage: 'draft',
      at: installation.now(),
      by: person.id,
      why: 'saved',
    });
    await note(tx, installation.now(), person.id, 'changed a medium', row.record);
    return show(tx, installation, id, row.record, before, localized, person.id);
  });
  installation.rendered.renew(pages.map(({ uuid }) => uuid));
  return medium(installation, id);
}

const widths = new Set([320, 640, 960, 1280, 1920, 1200]);

export interface MediaFile {
  bytes: Buffer;
  mime: string;
}

/** A picture in one of the sizes it can be had in, cropped to a ratio around a point; made once and kept. */
async function inSize(
  installation: Installation,
  row: MediaRow,
  width: number,
  ratio: number | undefined,
  focus: { x: number; y: number },
): Promise<MediaFile> {
  const name = `${width}${ratio === undefined ? '' : `-${ratio.toFixed(3)}-${focus.x.toFixed(2)}-${focus.y.toFixed(2)}`}.webp`;
  const folder = join(folderOf(installation, row.uuid), 'sizes');
  const kept = await readFile(join(folder, name)).catch(() => undefined);
  if (kept) return { bytes: kept, mime: 'image/webp' };
  const from = sharp(join(folderOf(installation, row.uuid), row.file), {
    limitInputPixels: mediaBounds.pixels,
  }).autoOrient();
  const [w = 0, h = 0] = [row.width ?? 0, row.height ?? 0];
  let cropped = from;
  if (ratio !== undefined && w > 0 && h > 0) {
    const crop = { width: Math.min(w, Math.round(h * ratio)), height: Math.min(h, Math.round(w / ratio)) };
    const between = (at: number, size: number, whole: number) =>
      Math.max(0, Math.min(whole - size, Math.round(at * whole - size / 2)));
    cropped = from.extract({
      left: between(focus.x, crop.width, w),
      top: between(focus.y, crop.height, h),
      width: crop.width,
      height: crop.height,
    });
  }
  const bytes = await cropped.resize({ width, withoutEnlargement: true }).webp({ quality: 80 }).toBuffer();
  await mkdir(folder, { recursive: true });
  // Written beside and moved into place, so that nobody reads half a file.
  const half = join(folder, `${newId()}.part`);
  await writeFile(half, bytes);
  await rename(half, join(folder, name));
  return { bytes, mime: 'image/webp' };
}

/** The file of a medium as visitors ask for it; undefined where there is none, or the question makes no sense. */
export async function mediaFile(
  installation: Installation,
  id: Id,
  file: string,
  asked: URLSearchParams,
): Promise<MediaFile | undefined> {
  const row = isId(id) ? await mediaById(installation.content, id) : undefined;
  // The workspaces know a picture in a text by its id alone.
  if (!row || (row.file !== file && file !== 'here')) return undefined;
  const width = Number(asked.get('w'));
  if (row.sort !== 'picture' || !asked.has('w'))
    return { bytes: await readFile(join(folderOf(installation, id), row.file)), mime: row.mime };
  if (!widths.has(width)) return undefined;
  const share = (name: string) => Math.max(0, Math.min(1, Number(asked.get(name) ?? 0.5) || 0));
  const ratio = asked.has('r') ? Number(asked.get('r')) : undefined;
  if (ratio !== undefined && !(ratio > 0.1 && ratio < 10)) return undefined;
  return inSize(installation, row, width, ratio, { x: share('x'), y: share('y') });
}
