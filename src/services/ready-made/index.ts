/** Sites that are made up and ship with the product: what a new installation begins from, and the sample of the demo. */

export { readSample } from './files';
export { fillWithSample } from './fill';
export { beginInstallation, isBlank } from './begin';
export { madeUpAnswer, takeMadeUpAway } from './made-up';
export { beginning, putStepsAway } from './next-steps';
export { readyMadeModels } from './offered';
