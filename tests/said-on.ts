import { newId, type Id } from '../src/core/ids';
import { putComment } from '../src/store/comments';
import { recordByUuid, sortOf } from '../src/store/records';
import { NOON, type SmallInstallation } from './small-installation';

/** What a visitor said on a record, which waits to be looked at. Answers its id. */
export const saidOn = ({ installation }: SmallInstallation, on: Id): Promise<Id> =>
  installation.content.write(async (tx) => {
    const uuid = newId();
    const record = await recordByUuid(tx, on, (await sortOf(tx, on)) ?? 'entry');
    await putComment(tx, {
      ...{ uuid, record: record?.id ?? 0, answers: null, name: 'Maudie', words: 'Heard it too.' },
      ...{ language: 'en', state: 'held', at: NOON, person: null },
    });
    return uuid;
  });
