/** Everything that can be asked over HTTP, by its name. Routes and OpenAPI are made from it. */

import { acts } from './acts';
import { begin } from './begin';
import { bin } from './bin';
import { categories } from './categories';
import { draftLinks } from './draft-links';
import { entries } from './entries';
import { listings } from './listings';
import { longWork } from './long-work';
import { media } from './media';
import { model } from './model';
import { pages } from './pages';
import { people } from './people';
import { review } from './review';
import { sharedBlocks } from './shared-blocks';
import { starters } from './starters';
import { tables } from './tables';
import { versions } from './versions';

export type { Operation } from './operation';

export const operations = {
  ...people,
  ...model,
  ...entries,
  ...listings,
  ...pages,
  ...sharedBlocks,
  ...starters,
  ...categories,
  ...media,
  ...acts,
  ...begin,
  ...longWork,
  ...versions,
  ...bin,
  ...review,
  ...draftLinks,
  ...tables,
};
