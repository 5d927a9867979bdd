import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { newId } from '../../core/ids';
import { hereNow } from './presence';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

test('people who have one record open see one another, until one says nothing more for a while', () => {
  const { installation, people } = small;
  const [record, other] = [newId(), newId()];
  expect(hereNow(installation, people.editor, { record, at: 'Body' }).items).toEqual([]);
  expect(hereNow(installation, people.architect, { record }).items).toEqual([{ name: 'editor', at: 'Body' }]);
  expect(hereNow(installation, people.reviewer, { record: other }).items).toEqual([]);
  small.at(NOON + 20_000);
  expect(hereNow(installation, people.editor, { record }).items).toEqual([{ name: 'architect', at: null }]);
  small.at(NOON + 40_000);
  expect(hereNow(installation, people.editor, { record }).items).toEqual([]);
});
