import type { operations } from '../../../../contract/operations';
import type { HandlersOf } from './call';
import { peopleHandlers } from './people';
import { modelHandlers } from './model';
import { beginHandlers } from './begin';
import { entriesHandlers } from './entries';
import { tablesHandlers } from './tables';
import { listingsHandlers } from './listings';
import { pagesHandlers } from './pages';
import { sharedBlocksHandlers } from './shared-blocks';
import { startersHandlers } from './starters';
import { categoriesHandlers } from './categories';
import { mediaHandlers } from './media';
import { actsHandlers } from './acts';
import { longWorkHandlers } from './long-work';
import { commentsHandlers } from './comments';
import { reviewHandlers } from './review';
import { draftLinksHandlers } from './draft-links';
import { versionsHandlers } from './versions';
import { binHandlers } from './bin';
import { visitorsHandlers } from './visitors';

export type { Call } from './call';

/** What answers each operation, family by family as they are told in `contract/operations`. */
export const handlers: HandlersOf<typeof operations> = {
  ...peopleHandlers,
  ...modelHandlers,
  ...beginHandlers,
  ...entriesHandlers,
  ...tablesHandlers,
  ...listingsHandlers,
  ...pagesHandlers,
  ...sharedBlocksHandlers,
  ...startersHandlers,
  ...categoriesHandlers,
  ...mediaHandlers,
  ...actsHandlers,
  ...longWorkHandlers,
  ...commentsHandlers,
  ...reviewHandlers,
  ...draftLinksHandlers,
  ...versionsHandlers,
  ...binHandlers,
  ...visitorsHandlers,
};
