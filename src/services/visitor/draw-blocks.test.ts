import { documentFrom, pageType, smallModel } from '../../../tests/small-model';
import type { Block } from '../../core/content/blocks';
import { newId } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import { CompiledModel } from '../../core/model/compile';
import type { LivePage } from '../../store/live-pages';
import { standingIn } from './draw-blocks';

const page = (label: string, handedDown: boolean): JsonObject => ({
  label,
  plural: `${label}s`,
  fields: { title: { label: 'Title', required: true } },
  face: { heading: ['title'] },
  slots: { aside: { label: 'Aside', allows: ['words'], handedDown } },
});
const model = new CompiledModel(
  documentFrom({
    ...smallModel,
    blockTypes: { words: { label: 'Words', plural: 'Words', fields: {}, face: {} } },
    pageTypes: {
      ...(smallModel.pageTypes as JsonObject),
      handing: page('Handing', true),
      keeping: page('Keeping', false),
    },
  }),
  1,
);
const [handing, keeping] = [pageType(model, 'handing'), pageType(model, 'keeping')];
const words = model.blockTypeByKey('words')?.id ?? '';
const block = (): Block => ({ id: newId(), type: words, values: {} });

/** What stands aside on a page of a type below others, the nearest last. */
function aside(type: typeof handing, own: Block[], above: readonly [typeof handing, Block[]][]): string[] {
  const bodyOf = (of: typeof handing, blocks: Block[]) => ({
    values: {},
    slots: { [of.definition.slots[0]?.id ?? '']: blocks },
  });
  const pages = above.map(
    ([of, blocks]) => ({ type: of.id, body: JSON.stringify(bodyOf(of, blocks)) }) as LivePage,
  );
  const { contents } = standingIn({ model }, type, bodyOf(type, own), pages);
  return Object.values(contents).flatMap((blocks) => blocks.map(({ id }) => id));
}

test('a slot that is handed down takes what the nearest page above has in it, where it has nothing itself', () => {
  const [far, near, own] = [block(), block(), block()];
  const ids = (...blocks: Block[]) => blocks.map(({ id }) => id);
  const above: [typeof handing, Block[]][] = [
    [handing, [far]],
    [handing, [near]],
    [handing, []],
  ];
  expect(aside(handing, [], above)).toEqual(ids(near));
  expect(aside(handing, [own], above)).toEqual(ids(own));
  expect(aside(keeping, [], above)).toEqual([]);
  expect(aside(handing, [], [[keeping, [far]]])).toEqual([]);
});
