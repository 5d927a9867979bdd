import { wideCompiled } from '../../../../../tests/wide-model';
import type { PageAnswer } from '../../../../contract/pages';
import { apart, patchOf, sendableOf, slotFaults, slotName, TRAY, withSlots } from './page-draft';

const model = wideCompiled();
const home = model.pageTypeByKey('home')!;
const block = { type: 'text', values: { heading: 'One', body: 'Words.' } };
const answer = {
  values: { title: 'Home' },
  slots: { main: [block], foot: [] },
  tray: [block],
} as unknown as PageAnswer;

test('slots and the tray stand beside the fields in a draft, and go back to their places', () => {
  const { values } = withSlots(answer);
  expect(apart(values)).toEqual({
    values: { title: 'Home' },
    slots: { main: [block], foot: [] },
    tray: [block],
  });
  expect(patchOf({ [TRAY]: [block] }, [])).toEqual({ tray: [block] });
  expect(patchOf({ title: 'Start', fr_title: 'Début', [slotName('main')]: [] }, ['fr'])).toEqual({
    values: { title: 'Start' },
    translations: { fr: { title: 'Début' } },
    slots: { main: [] },
  });
  expect(patchOf({ title: 'Start' }, [])).toEqual({ values: { title: 'Start' } });
  // No field can have the name of a slot.
  expect(slotName('main')).toMatch(/ /);
});

test('a slot that cannot be read is told and not sent; the others are', () => {
  const given = {
    title: 'Home',
    [slotName('main')]: [{ ...block, values: { heading: 7 } }],
    [slotName('foot')]: [block],
  };
  expect(slotFaults(model, home, given)).toMatchObject([
    { path: '/slots/main/0/values/heading', code: 'kind' },
  ]);
  expect(Object.keys(sendableOf(model, home, home.fields, given, '2026-11-25')).sort()).toEqual(
    [slotName('foot'), 'title'].sort(),
  );
});
