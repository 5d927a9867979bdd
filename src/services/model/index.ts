/** The model of the installation: the working copy, what putting it in force changes, and its figures. */

export { changeSheet } from './change-sheet';
export { countChecks } from './checks';
export { fieldNumbers, placedPages, placementCounts, typeFigures, typeReach } from './figures';
export { applyWorking, beginWith, importModel, model } from './put-in-force';
export { modelSent, modelVersion } from './sent';
export { dropWorking, keepWorking, tryModel, working } from './working-copy';
