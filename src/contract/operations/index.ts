/** Everything that can be asked over HTTP, by its name. Routes and OpenAPI are made from it. */

import { acts } from './acts';
import { begin } from './begin';
import { categories } from './categories';
import { entries } from './entries';
import { listings } from './listings';
import { longWork } from './long-work';
import { media } from './media';
import { model } from './model';
import { pages } from './pages';
import { people } from './people';

export type { Operation } from './operation';

export const operations = {
  ...people,
  ...model,
  ...entries,
  ...listings,
  ...pages,
  ...categories,
  ...media,
  ...acts,
  ...begin,
  ...longWork,
};
