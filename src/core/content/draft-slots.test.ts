import fc from 'fast-check';
import { wideCompiled } from '../../../tests/wide-model';
import type { JsonObject } from '../json';
import { changeBlock, everyBlock, idOf, moveBlocks } from './block-edits';
import { slotRuleFaults } from './block-rules';
import { parseSlots } from './parse-slots';
import { DraftSlots } from './draft-slots';
import { nothingKnown } from './known';

const model = wideCompiled();
const { slots: own } = model.pageTypeByKey('home')!.definition;
const text = (id: string, body: string | number | null): JsonObject => ({
  id,
  type: 'text',
  values: { heading: 'Hides', body },
});

/** A page with texts in its main slot and in columns; one may lack what it needs, or hold what is no value. */
const pages = fc.array(fc.constantFrom('Words.', null, 7), { minLength: 1, maxLength: 6 }).map((bodies) => {
  const id = (n: number) => `00000000-0000-7000-8000-${String(n + 100).padStart(12, '0')}`;
  const texts = bodies.map((body, i) => text(id(i), body));
  return {
    main: [...texts, { id: id(90), type: 'columns', slots: { left: [text(id(91), null)] } }],
    foot: [],
  } satisfies JsonObject;
});

test('However a draft changes, it is read as it would be read from nothing', () => {
  fc.assert(
    fc.property(pages, fc.array(fc.nat(60), { maxLength: 6 }), (page, changes) => {
      const reader = new DraftSlots(model);
      const here = { today: '2026-11-25', known: nothingKnown };
      let given: JsonObject = page;
      for (const n of [0, ...changes]) {
        const blocks = everyBlock(given);
        const at = blocks[n % blocks.length];
        if (at && n % 2 === 0)
          given = changeBlock(given, idOf(at.block), () => text(idOf(at.block), n % 3 === 0 ? null : `${n}`));
        else if (at)
          given = moveBlocks(given, new Set([idOf(at.block)]), {
            slot: n % 4 === 1 ? 'main' : 'foot',
            at: 0,
          });
        const anew = parseSlots(model, own, given, {}, '/slots');
        const { unread, broken } = reader.faults(own, given, here);
        const told = (faults: readonly { path: string; code: string }[]) =>
          faults.map(({ path, code }) => `${path} ${code}`).sort();
        expect(told(unread)).toEqual(told(anew.faults));
        expect(told(broken)).toEqual(told(slotRuleFaults(model, own, anew.slots, here)));
      }
    }),
  );
});

test('A block that did not change is not read again', () => {
  const reader = new DraftSlots(model);
  const here = { today: '2026-11-25' };
  const [kept, typed] = [text('a', null), text('b', 'x')];
  const first = reader.faults(own, { main: [kept, typed] }, here);
  // What was read is kept with the very object: even what is said in it by mistake afterwards is not seen.
  (kept.values as JsonObject).body = 'Said now.';
  expect(reader.faults(own, { main: [kept, text('b', 'xy')] }, here)).toEqual(first);
});
