import { DraftLinkMade, DraftLinksAnswer, NewDraftLink } from '../draft-links';
import { define } from './operation';

/** Links by which somebody without an account sees drafts. */
export const draftLinks = {
  draftLinks: define('draftLinks', {
    summary: 'Links to drafts that were made at a page or an entry and have not ended',
    act: 'read',
    answer: DraftLinksAnswer,
  }),
  makeDraftLink: define('makeDraftLink', {
    summary:
      'Make a link by which somebody without an account sees the draft of a page, an entry, a branch or a site',
    act: 'correct',
    body: NewDraftLink,
    answer: DraftLinkMade,
    status: 201,
  }),
  endDraftLink: define('endDraftLink', {
    summary: 'End a link to drafts',
    act: 'correct',
    status: 204,
  }),
};
