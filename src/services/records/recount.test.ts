import { fill, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { contentType } from '../../../tests/small-model';
import type { JsonObject } from '../../core/json';
import { removeFields, setsOf } from '../../core/model/change/edit';
import type { ModelDocument } from '../../core/model/document';
import { recordByUuid } from '../../store/records';
import { sql } from '../../store/sql';
import { setting } from '../../store/settings';
import { changeEntry, entries } from '../entries';
import { applyWorking } from '../model/put-in-force';
import { keepWorking, working } from '../model/working-copy';
import { noteRecounts, putRecount, recountPart, type RecountPosition } from './recount';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const counts = async () =>
  (
    await small.installation.content.all<{ title: string; faults: number }>(
      sql`SELECT w.title, w.faults FROM working w JOIN records r ON r.id = w.record WHERE r.sort = 'entry' ORDER BY w.title`,
    )
  ).map(({ title, faults }) => `${title} ${faults}`);
const wrong = () =>
  small.installation.content.write((tx) => tx.run(sql`UPDATE working SET faults = faults + 7`));
const note = (faulty: boolean, model = small.installation.model.revision) =>
  small.installation.content.write((tx) =>
    noteRecounts(tx, [{ type: contentType(small.installation.model, 'species').id, faulty, model }]),
  );

test('faults that were noted are counted, of the types that were noted alone, and nothing stays noted', async () => {
  await fill(small, 'species', [
    { values: { name: 'Amber piper', size: 900 } },
    { values: { name: 'Bell heron' } },
  ]);
  await fill(small, 'notice', [{ values: { title: 'Path closed' } }]);
  const right = await counts();
  expect(right).toEqual(['Amber piper 1', 'Bell heron 0', 'Path closed 0']);
  await wrong();
  await note(true);
  await note(false);
  await putRecount(small.installation);
  expect(await counts()).toEqual(['Amber piper 1', 'Bell heron 0', 'Path closed 7']);
  expect(await setting(small.installation.content, 'recount')).toBe('[]');
});

test('words of a field that is gone are not found, and found again when it comes back', async () => {
  const { installation, people } = small;
  const names = Array.from({ length: 120 }, (_, i) => `Bird ${i}`);
  await fill(
    small,
    'species',
    names.map((name, i) => ({ values: { name, ...(i % 2 ? { body: 'Nests in the reed.' } : {}) } })),
  );
  const found = async () => (await entries(installation, { type: 'species', q: 'reed' })).total;
  const put = async (document: ModelDocument) => {
    const { number } = await working(installation);
    await keepWorking(
      installation,
      people.architect,
      number,
      JSON.parse(JSON.stringify(document)) as JsonObject,
    );
    await applyWorking(installation, people.architect, number + 1);
  };
  const was = installation.model.document;
  const body = contentType(installation.model, 'species').fieldByKey('body')?.id ?? '';
  expect(await found()).toBe(60);
  await put({
    ...was,
    contentTypes: was.contentTypes.map((type) =>
      type.key === 'species' ? removeFields(type, [body], setsOf(was)) : type,
    ),
  });
  expect(await found()).toBe(0);
  await put(was);
  expect(await found()).toBe(60);
});

test('what somebody saves while faults are counted is not counted over', async () => {
  await fill(small, 'species', [{ values: { name: 'Amber piper', size: 900 } }]);
  await note(false);
  const { content } = small.installation;
  const [row] = (await entries(small.installation, { type: 'species' })).items;
  const write = content.write.bind(content);
  // Saved between the counting and its writing.
  const held = jest.spyOn(content, 'write').mockImplementationOnce(async (work, kept) => {
    await changeEntry(small.installation, small.people.editor, row?.id ?? '', row?.revision ?? 0, {
      values: { size: 100 },
    });
    return write(work, kept);
  });
  await putRecount(small.installation);
  held.mockRestore();
  expect((await recordByUuid(content, row?.id ?? '', 'entry'))?.faults).toBe(0);
});

test('counting that a newer model follows begins again, and what it is at is told', async () => {
  await fill(
    small,
    'species',
    Array.from({ length: 600 }, (_, i) => ({
      values: { name: `Bird ${i}`, ...(i % 2 ? { size: 900 } : {}) },
    })),
  );
  const right = await counts();
  await wrong();
  await note(false);
  let position: RecountPosition | undefined;
  const told: number[] = [];
  const step = async () => {
    const { done, total, position: next } = await recountPart(small.installation, position);
    told.push(done);
    expect(total).toBeGreaterThanOrEqual(done);
    position = next;
  };
  await step();
  await wrong();
  await note(false, small.installation.model.revision + 1);
  do await step();
  while (position);
  expect(await counts()).toEqual(right);
  expect(told).toEqual([...told].sort((a, b) => a - b));
});
