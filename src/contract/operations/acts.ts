import { ActsAnswer, ActsQuery, UndoAnswer } from '../acts';
import { Destinations, GoToQuery } from '../go-to';
import { OverviewAnswer } from '../overview';
import { InsteadAnswer, InsteadQuery } from '../instead';
import { define } from './operation';

/** What people did, where one arrives, and the way to anything by its name. */
export const acts = {
  acts: define('acts', {
    summary: 'What people did, the newest first',
    act: 'read',
    query: ActsQuery,
    answer: ActsAnswer,
  }),
  undoAct: define('undoAct', {
    summary: 'Take an act back; what others changed since stays, and is told',
    act: 'read',
    answer: UndoAnswer,
  }),
  overview: define('overview', {
    summary: 'What waits in each workspace',
    act: 'read',
    answer: OverviewAnswer,
  }),
  insteadOf: define('insteadOf', {
    summary: 'What may stand in the place of a record that goes',
    act: 'read',
    query: InsteadQuery,
    answer: InsteadAnswer,
  }),
  goTo: define('goTo', {
    summary: 'Types, entries, listings and pages by the words in their names',
    act: 'read',
    query: GoToQuery,
    answer: Destinations,
  }),
};
