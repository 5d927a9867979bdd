/** Versions of a record: how two of them differ, in words, and how one takes back what another changed. */

export { compareVersions, type Difference, type VersionContent } from './compare-versions';
export { patchTo } from './patch-to';
export { placeInWords, slotLabels, type Place, type PlaceScope } from './place-in-words';
export { unmoved } from './placed-blocks';
export { takeBack } from './take-back';
export { whatChanged } from './what-changed';
