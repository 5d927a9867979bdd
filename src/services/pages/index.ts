/** Pages and the sites they stand in: the tree, their blocks, publishing and moving. */

export { addSite, changeSite, removeSite, sitesOf } from './sites';
export { addressFor, homesFor, mayStandUnder, placesForType, siteTree, typesUnder } from './tree';
export { pagesAtMoment } from './moment';
export { siteTreeAt } from './tree-at';
export { pagesByType } from './by-type';
export { pagesBelow, treeSeen } from './tree-seen';
export {
  addPage,
  binPage,
  changePage,
  dropWaitingPlace,
  movePage,
  page,
  publishPage,
  returnPage,
  submitPage,
  withdrawPage,
} from './write';
export { copyPage } from './copy';
export { changeSeveral } from './several';
export { fillOnce } from './fill-once';
export { putNextPlaceTaking, takeDuePlace } from './waiting-places';
