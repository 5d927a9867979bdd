import { createHash } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { MediaAnswer, MediaPatch, MediaUpload } from '../../contract/media';
import {
  localizedFaults,
  parseLocalized,
  referencesInLocalized,
  type LocalizedValues,
} from '../../core/content/localized-values';
import { FOREVER } from '../../core/content/states';
import { newId, type Id } from '../../core/ids';
import { parseEdit } from '../../core/content/picture-edit';
import { FOLDERS, mediumFields, valuesOfFile } from '../../core/model/media-type';
import type { Reader } from '../../store/database';
import { mediaByHash, mediumValues, originalOf, putFile, putOriginal, type FileRow } from '../../store/media';
import { recordById } from '../../store/records';
import type { Person } from '../people/person';
import { reachOfEntry } from '../reach/entry';
import { inAct, savingOf, type Act } from '../records/act';
import { knownOf } from '../records/known';
import { expectThere } from '../records/references';
import { comeDown, goLive } from '../records/versions';
import { addRecords, changeRecord, putInBin } from '../records/working';
import { today, type Installation } from '../runtime/installation';
import { changedSince, invalidInput, notFound, Refusal } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { fileName, folderOf, mediaBounds, sniffed } from './files';
import { answerMedium, filledIn, medium, needMedium } from './library';

/** Lets everyone see what is said of a medium now. */
async function show(act: Act, record: number): Promise<void> {
  const kept = await recordById(act.tx, record);
  if (!kept) throw notFound('medium');
  await goLive(act, kept, { starts: act.now, ends: FOREVER });
}

/** Refuses a file that cannot be kept, before anything of it is. */
function expectFile(
  installation: Installation,
  { folder }: Pick<MediaUpload, 'folder'>,
  bytes: Buffer,
): void {
  if (bytes.length === 0) throw invalidInput([{ path: '', code: 'empty', message: 'This file is empty.' }]);
  if (bytes.length > mediaBounds.bytes)
    throw new Refusal(413, `A file may have at most ${mediaBounds.bytes / 1024 / 1024} MB.`);
  if (folder !== undefined && installation.categories.get(folder)?.scheme !== FOLDERS)
    throw invalidInput([{ path: '/folder', code: 'not-there', message: 'There is no such folder.' }]);
}

/** Keeps a file that was sent, by what its bytes say it is. The same bytes are kept once. */
export async function addMedia(
  installation: Installation,
  person: Pick<Person, 'id'> | null,
  upload: MediaUpload,
  bytes: Buffer,
): Promise<MediaAnswer> {
  expectFile(installation, upload, bytes);
  const { name, alt = '', folder } = upload;
  const { sort, mime, ending, width, height } = await sniffed(bytes);
  const hash = createHash('sha256').update(bytes).digest('hex');
  const same = await mediaByHash(installation.content, hash);
  if (same) return answerMedium(installation, same);
  const uuid = newId();
  const file = fileName(name, ending);
  await mkdir(folderOf(installation, uuid), { recursive: true });
  await writeFile(join(folderOf(installation, uuid), file), bytes);
  const size = bytes.length;
  const facts = valuesOfFile({ media: uuid, file, sort, width, height, size, added: today(installation) });
  const localized: LocalizedValues = {
    values: {
      [mediumFields.name]: name.replace(/\.[^.]*$/, '').slice(0, 200) || file,
      ...(alt.trim() ? { [mediumFields.alt]: alt.trim() } : {}),
      ...(folder === undefined ? {} : { [mediumFields.folder]: folder }),
      ...facts,
    },
  };
  const { media } = installation.model;
  const { of, pages } = await inAct(installation, person, async (act) => {
    // Somebody may have sent the same a moment ago.
    const other = await mediaByHash(act.tx, hash);
    if (other) return { of: other.uuid, pages: [] };
    const body = JSON.stringify(localized);
    const [{ id: record } = { id: 0 }] = await addRecords(act, [
      { uuid, sort: 'medium', type: media.id, body },
    ]);
    const row: FileRow = { sort, file, mime, bytes: size, width, height, hash };
    await putFile(act.tx, record, row);
    await show(act, record);
    await act.keep('brought in a medium');
    const change = { id: uuid, type: media.id, before: undefined, after: localized };
    return { of: uuid, pages: await reachOfEntry(act.tx, installation, uuid, change) };
  });
  installation.rendered.renew(pages.map(({ uuid: page }) => page));
  return medium(installation, of);
}

/** A name for a file beside those that a medium was already. */
async function freeName(reader: Reader, record: number, name: string, ending: string): Promise<string> {
  for (let n = 1; ; n += 1) {
    const file = fileName(n === 1 ? name : `${name.replace(/\.[^.]*$/, '')} ${n}`, ending);
    if (!(await originalOf(reader, record, file))) return file;
  }
}

/**
 * Puts another file of the same sort in the place of the one a medium is: it shows wherever the medium stands, and what is
 * said of it stays. The file before stays kept, and comes back with the version that it belongs to.
 */
export async function replaceFile(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  upload: MediaUpload,
  bytes: Buffer,
): Promise<MediaAnswer> {
  expectFile(installation, {}, bytes);
  const { sort, mime, ending, width, height } = await sniffed(bytes);
  const hash = createHash('sha256').update(bytes).digest('hex');
  const refuse = (code: string, message: string) => invalidInput([{ path: '', code, message }]);
  const pages = await inAct(installation, person, async (act) => {
    const { tx } = act;
    const row = await needMedium(tx, id);
    if (!revisionMatches(row.revision, revision)) throw changedSince(answerMedium(installation, row), {});
    if (row.sort !== sort)
      throw refuse(
        'sort',
        'What stands in the place of a file is of the same sort: a picture for a picture.',
      );
    if (row.hash === hash) throw refuse('same', 'This is the file that it is already.');
    const other = await mediaByHash(tx, hash);
    if (other)
      throw refuse(
        'there',
        `This file is here already, as “${other.label}”. Choose that where it is to show.`,
      );
    const record = await recordById(tx, row.record);
    if (!record) throw notFound('medium');
    const file = await freeName(tx, row.record, upload.name, ending);
    await mkdir(folderOf(installation, id), { recursive: true });
    await writeFile(join(folderOf(installation, id), file), bytes);
    const size = bytes.length;
    await putOriginal(tx, row.record, { sort, file, mime, bytes: size, width, height, hash });
    const before = mediumValues(row);
    const facts = valuesOfFile({ media: id, file, sort, width, height, size, added: today(installation) });
    const after: LocalizedValues = { ...before, values: { ...before.values, ...facts } };
    await changeRecord(act, record, { body: JSON.stringify(after), stage: 'draft', why: 'another file' });
    await show(act, row.record);
    await act.keep('replaced the file of a medium');
    const change = { id, type: installation.model.media.id, before, after };
    return reachOfEntry(tx, installation, id, change);
  });
  installation.rendered.renew(pages.map(({ uuid }) => uuid));
  return medium(installation, id);
}

export async function changeMedium(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: MediaPatch,
): Promise<MediaAnswer> {
  const pages = await inAct(installation, person, async (act) => {
    const { tx } = act;
    const row = await needMedium(tx, id);
    if (!revisionMatches(row.revision, revision)) throw changedSince(answerMedium(installation, row), {});
    const record = await recordById(tx, row.record);
    if (!record) throw notFound('medium');
    const fields = filledIn(installation);
    const before = mediumValues(row);
    const { others } = installation.model.document.locales;
    const { localized, faults } = parseLocalized(fields, patch, before, '', others);
    const edit = localized.values[mediumFields.edit];
    if (typeof edit === 'string' && parseEdit(edit) === undefined)
      faults.push({
        path: '/values/edit',
        code: 'edit',
        message: 'It is turned, straightened and cut as in t90s-2.5c0.1,0,0.8,0.75.',
      });
    if (faults.length > 0) throw invalidInput(faults);
    const refs = referencesInLocalized(fields, localized);
    await expectThere(tx, installation, refs, referencesInLocalized(fields, before));
    // Visitors see at once what is kept, so what breaks a rule cannot be.
    const here = { today: today(installation), known: await knownOf(tx, installation, refs) };
    const broken = localizedFaults(fields, localized, here);
    if (broken.length > 0) throw invalidInput(broken);
    const { why, what } = savingOf(patch.apart, 'a medium');
    await changeRecord(act, record, { body: JSON.stringify(localized), stage: 'draft', why });
    await show(act, row.record);
    await act.keep(what);
    const change = { id, type: installation.model.media.id, before, after: localized };
    return reachOfEntry(tx, installation, id, change);
  });
  installation.rendered.renew(pages.map(({ uuid }) => uuid));
  return medium(installation, id);
}

/** Lays a medium in the bin: visitors get it no more, and what shows it shows nothing there. */
export async function binMedium(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> {
  const pages = await inAct(installation, person, async (act) => {
    const { tx } = act;
    const row = await needMedium(tx, id);
    if (!revisionMatches(row.revision, revision)) throw changedSince(answerMedium(installation, row), {});
    const change = {
      id,
      type: installation.model.media.id,
      before: mediumValues(row),
      after: undefined,
    };
    const reached = await reachOfEntry(tx, installation, id, change);
    await comeDown(act, row.record);
    await putInBin(act, row.record, true);
    await act.keep('binned a medium');
    return reached;
  });
  installation.rendered.renew(pages.map(({ uuid }) => uuid));
}
