import type { draftLinks as operations } from '../../../../contract/operations/draft-links';
import { draftLinks, endDraftLink, makeDraftLink } from '../../../../services/visitor';
import type { HandlersOf } from './call';

export const draftLinksHandlers: HandlersOf<typeof operations> = {
  draftLinks: ({ installation, path }) => draftLinks(installation, path('id')),
  makeDraftLink: ({ installation, person, path, body }) =>
    makeDraftLink(installation, person, path('id'), body),
  endDraftLink: ({ installation, path }) => endDraftLink(installation, path('id')),
};
