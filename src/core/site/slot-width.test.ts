import { pageType } from '../../../tests/small-model';
import { wideCompiled } from '../../../tests/wide-model';
import type { Block } from '../content/blocks';
import { newId } from '../ids';
import { PAGE_WIDTH, partsWidth, standsIn } from './slot-width';

const model = wideCompiled();
const home = pageType(model, 'home');
const [main, foot] = home.definition.slots.map(({ id }) => id);
const columns = model.blockTypeByKey('columns');
const walks = model.blockTypeByKey('walks');
const listing = newId();
const gap = model.document.houseStyle.space;
const shows: Block = { id: newId(), type: walks?.id ?? '', values: {}, listing };
const rows = home.definition.layouts[0]?.rows ?? [];
const stands = (contents: Record<string, Block[]>, laid = rows) =>
  standsIn(model, home.definition.slots, laid, contents, listing);

test('twelve parts and the gaps between them are the whole', () => {
  expect(partsWidth(1120, 12, 24)).toBe(1120);
  expect(partsWidth(1120, 8, 24) + 24 + partsWidth(1120, 4, 24)).toBe(1120);
});

test('a listing is as wide as the cell of the layout that holds its slot, and as the slot of the block inside it', () => {
  expect(stands({ [main ?? '']: [shows] })).toEqual([
    { slot: 'Main', width: partsWidth(PAGE_WIDTH, 8, gap) },
  ]);
  expect(stands({ [foot ?? '']: [shows] }, [])).toEqual([{ slot: 'Foot', width: PAGE_WIDTH }]);
  const left = columns?.definition.slots[0]?.id ?? '';
  const inside: Block = { id: newId(), type: columns?.id ?? '', values: {}, slots: { [left]: [shows] } };
  expect(stands({ [main ?? '']: [inside, shows] })).toEqual([
    { slot: 'Left', width: partsWidth(partsWidth(PAGE_WIDTH, 8, gap), 6, gap) },
    { slot: 'Main', width: partsWidth(PAGE_WIDTH, 8, gap) },
  ]);
  expect(stands({ [main ?? '']: [{ ...shows, listing: newId() }] })).toEqual([]);
});
