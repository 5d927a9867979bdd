import type { visitors as operations } from '../../../../contract/operations/visitors';
import { audience, changeAudience } from '../../../../services/audience';
import { eraseMessage, messages } from '../../../../services/messages';
import {
  addVisitor,
  changeVisitor,
  removeVisitor,
  sendLinkAgain,
  visitor,
  visitors,
} from '../../../../services/visitor-accounts';
import type { HandlersOf } from './call';

export const visitorsHandlers: HandlersOf<typeof operations> = {
  visitors: ({ installation, query }) => visitors(installation, query),
  visitor: ({ installation, path }) => visitor(installation, path('id')),
  addVisitor: ({ installation, person, body }) => addVisitor(installation, person, body),
  changeVisitor: ({ installation, person, path, revision, body }) =>
    changeVisitor(installation, person, path('id'), revision, body),
  sendVisitorLink: ({ installation, person, path }) => sendLinkAgain(installation, person, path('id')),
  removeVisitor: ({ installation, person, path, revision }) =>
    removeVisitor(installation, person, path('id'), revision),
  messages: ({ installation, query }) => messages(installation, query),
  eraseMessage: ({ installation, person, path }) => eraseMessage(installation, person, path('id')),
  audience: ({ installation, path }) => audience(installation, path('id')),
  changeAudience: ({ installation, person, path, body }) =>
    changeAudience(installation, person, path('id'), body),
};
