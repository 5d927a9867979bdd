import fc from 'fast-check';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { clearOutbox, putInOutbox } from './mail-outbox';

const letter = {
  from: { name: 'Quillwater', address: 'office@quillwater.example' },
  to: 'odile@quillwater.example',
  subject: 'A question',
  text: 'When does the gate open?',
};

test('letters go by their age, the oldest first, no more at once than are asked for, and nothing else does', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.uniqueArray(fc.integer({ min: 0, max: 1_000_000 }), { maxLength: 8 }),
      fc.integer({ min: 0, max: 1_000_000 }),
      fc.integer({ min: 0, max: 8 }),
      async (moments, before, most) => {
        const folder = await mkdtemp(join(tmpdir(), 'outbox-'));
        try {
          for (const at of moments) await putInOutbox(folder, letter, at, 'question');
          const old = moments.filter((at) => at < before).sort((a, b) => a - b);
          const gone = old.slice(0, most);
          expect(await clearOutbox(folder, before, most)).toBe(gone.length);
          const left = moments.filter((at) => !gone.includes(at)).map((at) => `${at}-question.eml`);
          expect((await readdir(folder).catch(() => [])).sort()).toEqual(left.sort());
        } finally {
          await rm(folder, { recursive: true, force: true });
        }
      },
    ),
    { numRuns: 30 },
  );
});

test('where no letter was ever written there is nothing to clear', async () => {
  expect(await clearOutbox(join(tmpdir(), 'no such outbox'), 1, 10)).toBe(0);
});
