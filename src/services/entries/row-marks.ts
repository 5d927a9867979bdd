import type { CommentCounts, GivenTo, Hit, RowLook } from '../../contract/entries';
import type { State } from '../../core/content/states';
import { referencesIn } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { shorten } from '../../core/mapping/shorten';
import { countsOn } from '../../store/comments';
import { givenAmong } from '../../store/given-work';
import { mediaAddress, mediaAmong } from '../../store/media';
import type { TableQuestion, TableRow } from '../../store/queries/table-query';
import { spansOfMany } from '../../store/records';
import { entryBody } from '../records/bodies';
import { hitIn } from '../records/hit';
import { shapeOf } from '../records/shape';
import { publicationStateBy } from '../records/versions';
import type { Installation } from '../runtime/installation';

/** What stands at a row of a table beside what its type says of it. */
export interface RowMarks {
  state: State;
  differs: boolean;
  given?: GivenTo;
  comments?: CommentCounts;
  hit?: Hit;
  look?: RowLook;
}

/** How many letters of what a row says first are told. */
const FIRST_WORDS = 140;

/** The pictures that rows are told by: of an entry the one its type says, a medium itself. */
async function picturesOf(
  { content, model }: Installation,
  rows: readonly TableRow[],
): Promise<Map<number, string>> {
  const wanted = rows.flatMap(({ entry, uuid, sort, type: of, body }): [number, Id][] => {
    if (sort === 'medium') return [[entry, uuid]];
    const type = model.contentType(of ?? '');
    const field = type?.field(type.definition.picture ?? '');
    const [ref] = field ? referencesIn([field], entryBody(body).values) : [];
    return ref ? [[entry, ref.target]] : [];
  });
  const media = await mediaAmong(content, [...new Set(wanted.map(([, id]) => id))]);
  const addresses = new Map(
    media.filter(({ sort }) => sort === 'picture').map((row) => [row.uuid, mediaAddress(row)]),
  );
  return new Map(
    wanted.flatMap(([entry, id]): [number, string][] => {
      const address = addresses.get(id);
      return address === undefined ? [] : [[entry, address]];
    }),
  );
}

/** What a row says first besides its title: what its type sums it up by, else its first text. */
function firstWords(installation: Installation, { sort, type: of, title, body }: TableRow): string {
  const type = installation.model.contentType(of ?? '');
  const summary = type?.field(type.definition.summary ?? '');
  const texts = (shapeOf(installation, { sort, type: of, title })?.texts(body) ?? []).filter(
    ({ language, text }) => language === undefined && text !== title,
  );
  const told = texts.find(({ label }) => label === summary?.label) ?? texts[0];
  return shorten((told?.text ?? '').replace(/\s+/g, ' '), FIRST_WORDS);
}

/** What stands at each of some rows, by their integer keys. */
export async function rowMarks(
  installation: Installation,
  rows: readonly TableRow[],
  { sought, language }: Pick<TableQuestion, 'sought' | 'language'>,
  looks: boolean,
): Promise<Map<number, RowMarks>> {
  const { content } = installation;
  const now = installation.now();
  const keys = rows.map(({ entry }) => entry);
  const [spans, given, said, pictures] = await Promise.all([
    spansOfMany(content, keys),
    givenAmong(content, keys),
    countsOn(content, keys),
    looks ? picturesOf(installation, rows) : new Map<number, string>(),
  ]);
  const givenTo = new Map(
    given.map(({ record, toName, day }) => [record, { to: toName, ...(day === null ? {} : { day }) }]),
  );
  return new Map(
    rows.map((row): [number, RowMarks] => {
      const { state, differs } = publicationStateBy(row, spans.get(row.entry) ?? [], now);
      const to = givenTo.get(row.entry);
      const hit = sought && hitIn(installation, row, sought, language);
      const picture = pictures.get(row.entry);
      const comments = said.get(row.entry);
      return [
        row.entry,
        {
          state,
          differs,
          ...(to ? { given: to } : {}),
          ...(comments ? { comments } : {}),
          ...(hit ? { hit } : {}),
          ...(looks
            ? {
                look: {
                  words: firstWords(installation, row),
                  ...(picture === undefined ? {} : { picture }),
                },
              }
            : {}),
        },
      ];
    }),
  );
}
