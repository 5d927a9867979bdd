import fc from 'fast-check';
import { fill, NOON, smallInstallation } from '../../../tests/small-installation';
import type { JsonObject } from '../../core/json';
import { states } from '../../core/content/states';
import { entries, publishEntry, submitEntry, withdrawEntry } from '../entries';
import { binEntry } from '../entries/write';
import { keepWorking, working } from '../model/working-copy';
import { overview } from './overview';

const HOUR = 3_600_000;

test('entries are counted in the states in which a table shows them, whenever it is asked', async () => {
  const small = await smallInstallation();
  const { installation, people } = small;
  try {
    const hour = () => fc.integer({ min: -5, max: 5 });
    const made = fc.sample(
      fc.record({ from: hour(), length: fc.option(fc.integer({ min: 1, max: 6 })), shown: fc.boolean() }),
      { numRuns: 60, seed: 7 },
    );
    await fill(
      small,
      'species',
      made.map(({ from, length, shown }, i) => ({
        values: { name: `Bird ${i}` },
        shown,
        starts: NOON + from * HOUR,
        ...(length === null ? {} : { ends: NOON + (from + length) * HOUR }),
      })),
    );
    const { items } = await entries(installation, { type: 'species', limit: 100 });
    // Some are handled since: published again for later, withdrawn, sent for review, binned.
    for (const [i, { id, revision, state }] of items.entries()) {
      const from = new Date(NOON + 2 * HOUR).toISOString();
      if (i % 7 === 0) await submitEntry(installation, people.editor, id, revision);
      else if (i % 7 === 1) await publishEntry(installation, people.architect, id, revision, { from });
      else if (i % 7 === 2 && state === 'published')
        await withdrawEntry(installation, people.architect, id, revision);
      else if (i % 7 === 3) await binEntry(installation, people.editor, id, revision);
    }
    const seen = new Set<string>();
    for (const at of [-8, -3, 0, 1, 3, 6, 12]) {
      small.at(NOON + at * HOUR);
      const [told] = (await overview(installation, people.architect)).types;
      for (const state of states) {
        const { total } = await entries(installation, { type: 'species', state });
        expect([at, state, told?.counts[state]]).toEqual([at, state, total]);
        if (total > 0) seen.add(state);
      }
    }
    expect([...seen].sort()).toEqual([...states].sort());
  } finally {
    await small.close();
  }
});

test('the checks of the model follow each change of the working copy, and its end', async () => {
  const small = await smallInstallation();
  const { installation, people } = small;
  try {
    const checks = async () => (await overview(installation, people.architect)).checks;
    const before = await checks();
    const { document } = installation.model;
    const keep = async (number: number, given: object) =>
      (await keepWorking(installation, people.architect, number, given as JsonObject)).number;
    const optional = document.contentTypes.map((type) => ({
      ...type,
      fields: type.fields.map((field) => ('key' in field ? { ...field, required: false } : field)),
    }));
    const loose = await keep(0, { ...document, contentTypes: optional });
    expect(await checks()).toBeGreaterThan(before);
    // The top line and the checks count the same.
    expect(await checks()).toBe((await working(installation)).faults.length);
    await keep(loose, document);
    expect(await checks()).toBe(before);
  } finally {
    await small.close();
  }
});
