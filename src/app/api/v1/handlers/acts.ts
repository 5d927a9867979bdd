import type { acts as operations } from '../../../../contract/operations/acts';
import { insteadOf } from '../../../../services/instead';
import { acts, undoAct } from '../../../../services/acts';
import { goTo, overview } from '../../../../services/overview';
import type { HandlersOf } from './call';

export const actsHandlers: HandlersOf<typeof operations> = {
  insteadOf: ({ installation, path, query }) => insteadOf(installation, path('id'), query),
  acts: ({ installation, query }) => acts(installation, query),
  undoAct: ({ installation, person, path }) => undoAct(installation, person, path('id')),
  overview: ({ installation, person }) => overview(installation, person),
  goTo: ({ installation, query }) => goTo(installation, query.q ?? ''),
};
