import { Publication, ReachAnswer, Withdrawal } from '../entries';
import { Instead } from '../instead';
import { BlocksPut, PagePreview, PreviewQuery } from '../pages';
import {
  NewSharedBlock,
  SharedBlockAnswer,
  SharedBlockPatch,
  SharedBlocksAnswer,
  SharedPlacesAnswer,
  SharedPlacesQuery,
  SharedPlacing,
} from '../shared-blocks';
import { define } from './operation';

/** Blocks that are kept once and shown in many places. */
export const sharedBlocks = {
  sharedBlocks: define('sharedBlocks', {
    summary: 'All shared blocks, with what they are made of and on how many pages they stand',
    act: 'read',
    answer: SharedBlocksAnswer,
  }),
  addSharedBlock: define('addSharedBlock', {
    summary: 'Make a shared block of blocks',
    act: 'arrange pages',
    body: NewSharedBlock,
    answer: SharedBlockAnswer,
    status: 201,
  }),
  sharedBlock: define('sharedBlock', { summary: 'One shared block', act: 'read', answer: SharedBlockAnswer }),
  changeSharedBlock: define('changeSharedBlock', {
    summary: 'Change the working version of a shared block',
    act: 'correct',
    body: SharedBlockPatch,
    answer: SharedBlockAnswer,
    guarded: true,
  }),
  binSharedBlock: define('binSharedBlock', {
    summary: 'Put a shared block in the bin, or another in its place',
    act: 'arrange pages',
    query: Instead,
    status: 204,
    guarded: true,
  }),
  copySharedBlock: define('copySharedBlock', {
    summary: 'Make another shared block that says the same, to be varied',
    act: 'arrange pages',
    answer: SharedBlockAnswer,
    status: 201,
  }),
  publishSharedBlock: define('publishSharedBlock', {
    summary: 'Let visitors see the working version wherever it stands',
    act: 'arrange pages',
    body: Publication,
    answer: SharedBlockAnswer,
    guarded: true,
  }),
  withdrawSharedBlock: define('withdrawSharedBlock', {
    summary: 'Turn a shared block off on every page, or put another in its place',
    act: 'arrange pages',
    query: Withdrawal,
    answer: SharedBlockAnswer,
    guarded: true,
  }),
  submitSharedBlock: define('submitSharedBlock', {
    summary: 'Send the working version of a shared block for review',
    act: 'arrange pages',
    answer: SharedBlockAnswer,
    guarded: true,
  }),
  returnSharedBlock: define('returnSharedBlock', {
    summary: 'Give a shared block back to its writers, or take back what one sent for review',
    act: 'correct',
    answer: SharedBlockAnswer,
    guarded: true,
  }),
  sharedPreview: define('sharedPreview', {
    summary: 'What a shared block would be drawn from, alone, on a page on which it stands',
    act: 'read',
    query: PreviewQuery,
    answer: PagePreview,
  }),
  sharedReach: define('sharedReach', {
    summary: 'The pages that differ when a shared block does',
    act: 'read',
    answer: ReachAnswer,
  }),
  sharedPlaces: define('sharedPlaces', {
    summary: 'The pages on which a shared block stands, and those that may hold it',
    act: 'read',
    query: SharedPlacesQuery,
    answer: SharedPlacesAnswer,
  }),
  placeSharedBlock: define('placeSharedBlock', {
    summary: 'Put a shared block on pages, or take it off them',
    act: 'arrange pages',
    body: SharedPlacing,
    answer: BlocksPut,
  }),
};
