import { BinAnswer, BinDays, BinEmptied, BinQuery, EmptyBin, Restored } from '../bin';
import { define } from './operation';

/** What was laid in the bin: the list of it, bringing back, forgetting for good. */
export const bin = {
  bin: define('bin', {
    summary: 'What lies in the bin, what was laid there last first',
    act: 'read',
    query: BinQuery,
    answer: BinAnswer,
  }),
  restoreFromBin: define('restoreFromBin', {
    summary:
      'Bring something back from the bin to where it stood; a page with those below it that went with it',
    act: 'write entries',
    answer: Restored,
    status: 200,
  }),
  emptyBin: define('emptyBin', {
    summary: 'Forget what lies in the bin for good',
    act: 'shape the model',
    body: EmptyBin,
    answer: BinEmptied,
    status: 200,
  }),
  keepInBin: define('keepInBin', {
    summary: 'Say for how many days something is kept in the bin',
    act: 'shape the model',
    body: BinDays,
    answer: BinDays,
  }),
};
