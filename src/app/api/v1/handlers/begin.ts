import type { begin as operations } from '../../../../contract/operations/begin';
import {
  beginInstallation,
  beginning,
  madeUpAnswer,
  putStepsAway,
  takeMadeUpAway,
} from '../../../../services/ready-made';
import type { HandlersOf } from './call';

export const beginHandlers: HandlersOf<typeof operations> = {
  beginning: ({ installation }) => beginning(installation),
  beginInstallation: ({ installation, person, body }) => beginInstallation(installation, person, body),
  putStepsAway: ({ installation, body }) => putStepsAway(installation, body),
  madeUp: ({ installation }) => madeUpAnswer(installation),
  takeMadeUpAway: ({ installation, person }) => takeMadeUpAway(installation, person),
};
