import type { starters as operations } from '../../../../contract/operations/starters';
import { addStarter, changeStarter, forgetStarter, starter, starters } from '../../../../services/starters';
import { starterPreview } from '../../../../services/visitor';
import type { HandlersOf } from './call';

export const startersHandlers: HandlersOf<typeof operations> = {
  starters: ({ installation }) => starters(installation),
  addStarter: ({ installation, person, body }) => addStarter(installation, person, body),
  starter: ({ installation, path }) => starter(installation, path('id')),
  changeStarter: ({ installation, person, path, revision, body }) =>
    changeStarter(installation, person, path('id'), revision, body),
  forgetStarter: ({ installation, person, path, revision }) =>
    forgetStarter(installation, person, path('id'), revision),
  starterPreview: ({ installation, path }) => starterPreview(installation, path('id')),
};
