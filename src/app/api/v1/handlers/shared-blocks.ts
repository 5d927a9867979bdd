import type { sharedBlocks as operations } from '../../../../contract/operations/shared-blocks';
import { withInstead } from '../../../../services/instead';
import {
  addSharedBlock,
  binSharedBlock,
  changeSharedBlock,
  copySharedBlock,
  placeSharedBlock,
  publishSharedBlock,
  returnSharedBlock,
  sharedBlock,
  sharedBlocks,
  sharedPlaces,
  submitSharedBlock,
  withdrawSharedBlock,
} from '../../../../services/shared';
import { sharedReach } from '../../../../services/reach';
import { sharedPreview } from '../../../../services/visitor';
import type { HandlersOf } from './call';

export const sharedBlocksHandlers: HandlersOf<typeof operations> = {
  sharedBlocks: ({ installation }) => sharedBlocks(installation),
  addSharedBlock: ({ installation, person, body }) => addSharedBlock(installation, person, body),
  sharedBlock: ({ installation, path }) => sharedBlock(installation, path('id')),
  changeSharedBlock: ({ installation, person, path, revision, body }) =>
    changeSharedBlock(installation, person, path('id'), revision, body),
  binSharedBlock: ({ installation, person, path, revision, query: { instead } }) =>
    withInstead(installation, person, { id: path('id'), instead, what: 'binned a shared block' }, () =>
      binSharedBlock(installation, person, path('id'), revision),
    ),
  copySharedBlock: ({ installation, person, path }) => copySharedBlock(installation, person, path('id')),
  publishSharedBlock: ({ installation, person, path, revision, body }) =>
    publishSharedBlock(installation, person, path('id'), revision, body),
  withdrawSharedBlock: ({ installation, person, path, revision, query }) =>
    withInstead(
      installation,
      person,
      { id: path('id'), instead: query.instead, what: 'turned off a shared block' },
      () => withdrawSharedBlock(installation, person, path('id'), revision, query),
    ),
  submitSharedBlock: ({ installation, person, path, revision }) =>
    submitSharedBlock(installation, person, path('id'), revision),
  returnSharedBlock: ({ installation, person, path, revision }) =>
    returnSharedBlock(installation, person, path('id'), revision),
  sharedPreview: ({ installation, path, query }) => sharedPreview(installation, path('id'), query),
  sharedReach: ({ installation, path }) => sharedReach(installation, path('id')),
  sharedPlaces: ({ installation, path, query }) => sharedPlaces(installation, path('id'), query),
  placeSharedBlock: ({ installation, person, path, body }) =>
    placeSharedBlock(installation, person, path('id'), body),
};
