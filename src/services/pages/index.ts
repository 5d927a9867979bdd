/** Pages and the sites they stand in: the tree, their blocks, publishing and moving. */

export { addSite, changeSite, removeSite, sitesOf } from './sites';
export { addressFor, homesFor, mayStandUnder, placesForType, siteTree, typesUnder } from './tree';
export {
  addPage,
  binPage,
  changePage,
  movePage,
  page,
  publishPage,
  returnPage,
  submitPage,
  withdrawPage,
} from './write';
