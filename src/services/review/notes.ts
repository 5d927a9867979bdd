import type { NewAnswer, NewNote, NoteAnswer, NotesAnswer, NoteSettled } from '../../contract/review';
import { isId, newId, type Id } from '../../core/ids';
import {
  countNotes,
  noteByUuid,
  notesAt,
  putNote,
  settleNote as putSettled,
  type NoteRow,
} from '../../store/notes';
import { recordById, recordsByUuids, type KeptRecord } from '../../store/records';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { notFound, ruleViolation } from '../runtime/refusal';
import { tellWriters } from './letters';
import { givenOf } from './given';

/** The most notes with their answers at one record. */
const MOST = 500;

export async function recordAt(installation: Installation, id: Id): Promise<KeptRecord> {
  const [record] = isId(id) ? await recordsByUuids(installation.content, [id]) : [];
  if (!record) throw notFound('record');
  return record;
}

const said = ({ uuid, by, at, words }: NoteRow) => ({
  id: uuid,
  by: by ?? '',
  at: new Date(at).toISOString(),
  words,
});

async function answer(installation: Installation, record: number): Promise<NotesAnswer> {
  const rows = await notesAt(installation.content, record);
  const given = await givenOf(installation.content, record);
  return {
    items: rows
      .filter(({ answers }) => answers === null)
      .map((row): NoteAnswer => ({
        ...said(row),
        path: row.path,
        quote: row.quote,
        answers: rows.filter(({ answers }) => answers === row.id).map(said),
        ...(row.settledAt === null
          ? {}
          : { settledBy: row.settledBy ?? '', settledAt: new Date(row.settledAt).toISOString() }),
      })),
    ...(given ? { given } : {}),
  };
}

export const notes = async (installation: Installation, id: Id): Promise<NotesAnswer> =>
  answer(installation, (await recordAt(installation, id)).id);

async function put(
  installation: Installation,
  person: Person,
  record: KeptRecord,
  note: { answers: number | null; path: string; quote: string; words: string },
): Promise<NotesAnswer> {
  const { content, now } = installation;
  await content.write(async (tx) => {
    if ((await countNotes(tx, record.id)) >= MOST)
      throw ruleViolation(`At most ${MOST} notes stand at one thing. Settle some first.`);
    await putNote(tx, { uuid: newId(), record: record.id, ...note, at: now(), person: person.id });
  });
  await tellWriters(installation, person, record, note.words);
  return answer(installation, record.id);
}

export const addNote = async (
  installation: Installation,
  person: Person,
  id: Id,
  { path, quote = '', words }: NewNote,
): Promise<NotesAnswer> =>
  put(installation, person, await recordAt(installation, id), {
    answers: null,
    path,
    quote: quote.trim(),
    words: words.trim(),
  });

async function noteAt(installation: Installation, id: Id): Promise<{ note: NoteRow; record: KeptRecord }> {
  const note = isId(id) ? await noteByUuid(installation.content, id) : undefined;
  const record = note && (await recordById(installation.content, note.record));
  if (!note || !record) throw notFound('note');
  return { note, record };
}

/** Answers a note; an answer to an answer stands with the note that this answers. */
export async function answerNote(
  installation: Installation,
  person: Person,
  id: Id,
  { words }: NewAnswer,
): Promise<NotesAnswer> {
  const { note, record } = await noteAt(installation, id);
  const { path, quote } = note;
  return put(installation, person, record, {
    answers: note.answers ?? note.id,
    path,
    quote,
    words: words.trim(),
  });
}

export async function settleNote(
  installation: Installation,
  person: Person,
  id: Id,
  { settled }: NoteSettled,
): Promise<NotesAnswer> {
  const { note } = await noteAt(installation, id);
  const { content, now } = installation;
  await content.write((tx) => putSettled(tx, note.id, settled ? { at: now(), by: person.id } : null));
  return answer(installation, note.record);
}
