/** What was laid in the bin: the list of it, bringing back, forgetting by itself after some days or by hand. */

export { keepInBin } from './days';
export { emptyBin, forgetOld } from './empty';
export { bin } from './list';
export { restoreFromBin } from './restore';
