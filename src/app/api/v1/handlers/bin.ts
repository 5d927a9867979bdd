import type { bin as operations } from '../../../../contract/operations/bin';
import { bin, emptyBin, keepInBin, restoreFromBin } from '../../../../services/bin';
import type { HandlersOf } from './call';

export const binHandlers: HandlersOf<typeof operations> = {
  bin: ({ installation, query }) => bin(installation, query),
  restoreFromBin: ({ installation, person, path }) => restoreFromBin(installation, person, path('id')),
  emptyBin: ({ installation, person, body }) => emptyBin(installation, person, body),
  keepInBin: ({ installation, body }) => keepInBin(installation, body),
};
