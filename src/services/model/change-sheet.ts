import type { ChangeRow, ChangeSheet } from '../../contract/model';
import { modelChanges, type ModelChange } from '../../core/model/change/changes';
import { typesTouched } from '../../core/model/change/types-touched';
import { goneChoices } from '../../core/model/change/choices';
import type { ModelFault } from '../../core/model/check';
import { CompiledModel } from '../../core/model/compile';
import { isPageSource } from '../../core/mapping/rule/sources';
import type { ModelDocument } from '../../core/model/document';
import type { Reader } from '../../store/database';
import { recordCounts, workingModel } from '../../store/model';
import { choiceUses } from '../../store/queries/choice-uses';
import { fieldFigures } from '../../store/queries/field-figures';
import { reachOfTypes } from '../reach/entry';
import { indexTableIn, type Installation } from '../runtime/installation';
import { listingsReading } from './readers';
import { workingAnswer } from './working-copy';

/** How many entries or pages a change touches in what is kept now. */
async function touched(
  installation: Installation,
  change: ModelChange,
  counts: ReadonlyMap<number, number>,
): Promise<{ touches: number; touched: ChangeRow['touched'] }> {
  if (change.touches === 'nothing yet' || !change.type) return { touches: 0, touched: 'nothing yet' };
  const all = counts.get(installation.keyMap.find(change.type)) ?? 0;
  if (change.of === 'pageTypes') return { touches: all, touched: 'pages' };
  const type = installation.model.contentType(change.type);
  if (!type || change.touches === 'every entry' || !change.field) return { touches: all, touched: 'entries' };
  const { total, fields } = await fieldFigures(installation.content, indexTableIn(installation, type));
  const filled = fields.find(({ field }) => field === change.field)?.filled ?? 0;
  return { touches: change.touches === 'entries with a value' ? filled : total - filled, touched: 'entries' };
}

/** What the languages of a model would do to what is written, and to the sites that are led by one. */
function languageFaults(
  { model, sites }: Installation,
  { main, others }: ModelDocument['locales'],
  isWritten: boolean,
): ModelFault[] {
  const fault = (message: string): ModelFault => ({
    path: '/locales',
    code: 'in-use',
    weight: 'error',
    message,
  });
  const led = sites.filter(
    ({ locale }) => model.document.locales.others.includes(locale) && ![main, ...others].includes(locale),
  );
  return [
    ...(isWritten && main !== model.locale
      ? [fault('Something is written already, so the main language stays as it is.')]
      : []),
    ...led.map(({ label, locale }) =>
      fault(`"${locale}" leads on ${label}. Let another language lead there first.`),
    ),
  ];
}

/** Choices that go although something names them, and nothing takes their place. */
async function choiceFaults(
  reader: Reader,
  installation: Installation,
  after: ModelDocument,
): Promise<ModelFault[]> {
  const { model, keyMap } = installation;
  const next = new CompiledModel(after, model.revision);
  const faults: ModelFault[] = [];
  for (const type of [...model.contentTypes, ...model.pageTypes]) {
    const now = next.contentType(type.id) ?? next.pageType(type.id);
    for (const field of type.fields) {
      const gone = goneChoices(field, now?.field(field.id));
      if (gone.length === 0) continue;
      const uses = await choiceUses(
        reader,
        indexTableIn(installation, type),
        keyMap,
        field.id,
        gone.map(({ id }) => id),
      );
      for (const { id, label } of gone) {
        const n = uses.get(id) ?? 0;
        if (n === 0) continue;
        const what = isPageSource(type) ? (n === 1 ? 'page' : 'pages') : n === 1 ? 'entry' : 'entries';
        faults.push({
          path: '',
          code: 'in-use',
          weight: 'error',
          about: type.id,
          field: field.id,
          message: `“${label}” of ${field.label} goes, and ${n} ${what} ${n === 1 ? 'names' : 'name'} it. Put it back and take it out again, saying what they get instead.`,
        });
      }
    }
  }
  return faults;
}

/** Faults that only what is kept can tell: types that still have entries or pages, fields that listings still read. */
export async function contentFaults(
  reader: Reader,
  installation: Installation,
  changes: readonly ModelChange[],
  document: ModelDocument,
): Promise<ModelFault[]> {
  const counts = new Map((await recordCounts(reader)).map(({ type, n }) => [type, n]));
  const faults: ModelFault[] = [
    ...languageFaults(installation, document.locales, counts.size > 0),
    ...(await choiceFaults(reader, installation, document)),
  ];
  for (const { sort, of, type, field } of changes) {
    if (sort !== 'gone' || !type) continue;
    const label =
      (installation.model.contentType(type) ?? installation.model.pageType(type))?.definition.label ?? '';
    const n = field ? 0 : (counts.get(installation.keyMap.find(type)) ?? 0);
    if (n > 0)
      faults.push({
        path: '',
        code: 'in-use',
        weight: 'error',
        message: `${label} still has ${n} ${of === 'pageTypes' ? (n === 1 ? 'page' : 'pages') : n === 1 ? 'entry' : 'entries'}, the bin counted. It cannot go.`,
      });
    const readers = await listingsReading(reader, field ?? type);
    if (readers.length > 0)
      faults.push({
        path: '',
        code: 'in-use',
        weight: 'error',
        about: type,
        message: `${readers.join(', ')} still ${readers.length === 1 ? 'reads' : 'read'} ${field ? 'a field that goes' : label}. Change ${readers.length === 1 ? 'that listing' : 'those listings'} first.`,
      });
  }
  return faults;
}

/** What putting the working copy in force will change, counted on what is kept. */
export async function changeSheet(installation: Installation): Promise<ChangeSheet> {
  const row = await workingModel(installation.content);
  const answer = await workingAnswer(installation.content, installation, row);
  const changes = modelChanges(installation.model.document, answer.document);
  const counts = new Map((await recordCounts(installation.content)).map(({ type, n }) => [type, n]));
  const rows: ChangeRow[] = await Promise.all(
    changes.map(async (change) => ({
      sort: change.sort,
      title: change.title,
      detail: change.detail,
      ...(change.type ? { type: change.type } : {}),
      ...(change.field ? { field: change.field } : {}),
      ...(await touched(installation, change, counts)),
      listings: change.field ? await listingsReading(installation.content, change.field) : [],
    })),
  );
  // Changes in one type touch the same entries, so of each type only the widest change counts.
  const widest = new Map<string, ChangeRow>();
  for (const each of rows)
    if (each.touches > (widest.get(each.type ?? '')?.touches ?? 0)) widest.set(each.type ?? '', each);
  const sum = (of: ChangeRow['touched']) =>
    [...widest.values()]
      .filter(({ touched: what }) => what === of)
      .reduce((total, { touches }) => total + touches, 0);
  const { everything, types } = typesTouched(changes);
  const reached = everything ? new Set(installation.model.pageTypes.map(({ id }) => id)) : types;
  return {
    base: answer.base,
    number: answer.number,
    changes: rows,
    entries: sum('entries'),
    pages: (await reachOfTypes(installation.content, installation, reached)).length,
    listings: new Set(rows.flatMap(({ listings }) => listings)).size,
    faults: [
      ...answer.faults,
      ...(await contentFaults(installation.content, installation, changes, answer.document)),
    ],
  };
}
