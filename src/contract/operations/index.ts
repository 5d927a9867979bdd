/** Everything that can be asked over HTTP, by its name. Routes and OpenAPI are made from it. */

import { acts } from './acts';
import { begin } from './begin';
import { bin } from './bin';
import { categories } from './categories';
import { comments } from './comments';
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
import { visitors } from './visitors';

export type { Operation } from './operation';

/** The operations by what they are about. */
export const families: readonly { name: string; about: string; holds: object }[] = [
  { name: 'people', about: 'Signing in, and who works here', holds: people },
  { name: 'model', about: 'What the site is made of', holds: model },
  { name: 'entries', about: 'What is filled in', holds: entries },
  { name: 'listings', about: 'What lists take, and how they show it', holds: listings },
  { name: 'pages', about: 'The tree, its pages and their addresses', holds: pages },
  { name: 'shared blocks', about: 'Blocks that stand in many places', holds: sharedBlocks },
  { name: 'starters', about: 'What new pages and blocks begin with', holds: starters },
  { name: 'categories', about: 'Schemes and their categories', holds: categories },
  { name: 'media', about: 'Pictures, films, sounds and documents', holds: media },
  { name: 'acts', about: 'What was done, and taking it back', holds: acts },
  { name: 'begin', about: 'Beginning a site', holds: begin },
  { name: 'long work', about: 'What goes on for a while', holds: longWork },
  { name: 'versions', about: 'Earlier versions of things', holds: versions },
  { name: 'bin', about: 'What was put into the bin', holds: bin },
  { name: 'comments', about: 'What visitors say on pages and entries', holds: comments },
  {
    name: 'visitors',
    about: 'Accounts of visitors, their messages, and what is for some of them alone',
    holds: visitors,
  },
  { name: 'review', about: 'What waits for somebody else', holds: review },
  { name: 'draft links', about: 'Showing a draft to somebody who is not signed in', holds: draftLinks },
  { name: 'tables', about: 'What somebody’s tables look like', holds: tables },
];

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
  ...comments,
  ...visitors,
  ...review,
  ...draftLinks,
  ...tables,
};
