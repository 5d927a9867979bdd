/** Shared blocks: kept once, shown in many places; their versions, and where they stand. */

export { isShared, sharedBlock, sharedBlocks } from './answer';
export { placeSharedBlock, sharedPlaces } from './placing';
export {
  addSharedBlock,
  binSharedBlock,
  changeSharedBlock,
  copySharedBlock,
  publishSharedBlock,
  returnSharedBlock,
  submitSharedBlock,
  withdrawSharedBlock,
} from './write';
