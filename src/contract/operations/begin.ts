import { BeginAnswer, BeginPut, BegunAnswer, MadeUpAnswer, StepsPut } from '../begin';
import { define } from './operation';

/** Beginning an installation. */
export const begin = {
  beginning: define('beginning', {
    summary: 'What a new installation can begin from, and what comes next in it',
    act: 'read',
    answer: BeginAnswer,
  }),
  beginInstallation: define('beginInstallation', {
    summary: 'Begin from a ready-made site, or the sample, where nothing is yet',
    act: 'shape the model',
    body: BeginPut,
    answer: BegunAnswer,
    status: 201,
  }),
  putStepsAway: define('putStepsAway', {
    summary: 'Put the list of what comes next away, or back',
    act: 'shape the model',
    body: StepsPut,
    answer: BeginAnswer,
    status: 200,
  }),
  madeUp: define('madeUp', {
    summary: 'What of a ready-made site can be taken away, and what would stay',
    act: 'read',
    answer: MadeUpAnswer,
  }),
  takeMadeUpAway: define('takeMadeUpAway', {
    summary: 'Take the content of a ready-made site away, but what something else needs',
    act: 'shape the model',
    answer: MadeUpAnswer,
    status: 200,
  }),
};
