import fc from 'fast-check';
import { wideCompiled } from '../../../tests/wide-model';
import { newId } from '../ids';
import { blocksIn, type Block, type SlotContents } from './blocks';
import { olderInBlocks, withBlockSources } from './block-sources';

const model = wideCompiled();
const contact = model.blockTypeByKey('contact');
const columns = model.blockTypeByKey('columns');
const heading = contact?.fieldByKey('heading')?.id ?? '';
const [left] = columns?.definition.slots ?? [];
const slot = newId();

const said = (id: string, main: string, french: string | undefined): Block => ({
  id,
  type: contact?.id ?? '',
  values: { [heading]: main },
  ...(french === undefined ? {} : { translations: { fr: { [heading]: french } } }),
});

test('a translation in a block is older once its source changed, wherever the block stands, until it is written again', () => {
  const ids = [newId(), newId(), newId()];
  /** What is done to a block: another source, another translation, both, or nothing; and whether it goes inside another. */
  const step = fc.record({ at: fc.nat(2), source: fc.boolean(), french: fc.boolean(), inside: fc.boolean() });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
      const words = ids.map(() => ({ main: 0, french: 0, older: false, inside: false }));
      const contents = (): SlotContents => {
        const made = words.map(({ main, french, inside }, i) => {
          const block = said(ids[i] ?? '', `Source ${main}`, `Traduction ${french}`);
          return inside
            ? { id: newId(), type: columns?.id ?? '', values: {}, slots: { [left?.id ?? '']: [block] } }
            : block;
        });
        return { [slot]: made };
      };
      let now = withBlockSources(model, {}, contents());
      for (const { at, source, french, inside } of steps) {
        const word = words[at];
        if (!word) continue;
        word.inside = inside;
        if (source) word.main += 1;
        if (french) word.french += 1;
        word.older = french ? false : word.older || source;
        now = withBlockSources(model, now, contents());
        // A source that says again what it said then is no longer another.
        const older = olderInBlocks(model, now, 'fr');
        expect(ids.filter((id) => older[id]?.includes('heading'))).toEqual(
          ids.filter((_, i) => words[i]?.older),
        );
      }
      expect(blocksIn(now).filter(({ type }) => type === contact?.id)).toHaveLength(3);
    }),
  );
});
