import type { model as operations } from '../../../../contract/operations/model';
import {
  applyWorking,
  changeSheet,
  dropWorking,
  fieldNumbers,
  keepWorking,
  model,
  placedPages,
  placementCounts,
  tryModel,
  typeFigures,
  typeReach,
  working,
} from '../../../../services/model';
import { readyMadeModels } from '../../../../services/ready-made';
import type { HandlersOf } from './call';

export const modelHandlers: HandlersOf<typeof operations> = {
  model: ({ installation }) => model(installation),
  workingModel: ({ installation }) => working(installation),
  keepWorkingModel: ({ installation, person, revision, body }) =>
    keepWorking(installation, person, revision, body.document),
  dropWorkingModel: ({ installation, revision }) => dropWorking(installation, revision),
  changeSheet: ({ installation }) => changeSheet(installation),
  applyModel: ({ installation, person, revision }) => applyWorking(installation, person, revision),
  typeFigures: ({ installation, path }) => typeFigures(installation, path('id')),
  typeReach: ({ installation, path }) => typeReach(installation, path('id')),
  placedPages: ({ installation, query }) => placedPages(installation, query.cells),
  placementCounts: ({ installation }) => placementCounts(installation),
  tryModel: ({ installation, body }) => tryModel(installation, body.document),
  readyMadeModels: () => readyMadeModels(),
  fieldNumbers: async ({ installation, path }) => ({
    values: await fieldNumbers(installation, path('id'), path('field')),
  }),
};
