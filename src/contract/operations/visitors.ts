import {
  NewVisitor,
  VisitorAnswer,
  VisitorInvited,
  VisitorLinkAnswer,
  VisitorPatch,
  VisitorsAnswer,
  VisitorsQuery,
} from '../visitors';
import { AudienceAnswer, AudiencePatch } from '../audience';
import { MessagesAnswer, MessagesQuery } from '../messages';
import { define } from './operation';

/** Visitors who have accounts, and what is for some of them alone. */
export const visitors = {
  visitors: define('visitors', {
    summary: 'The accounts of visitors',
    act: 'keep people',
    query: VisitorsQuery,
    answer: VisitorsAnswer,
  }),
  visitor: define('visitor', {
    summary: 'One account of a visitor',
    act: 'keep people',
    answer: VisitorAnswer,
  }),
  addVisitor: define('addVisitor', {
    summary: 'Invite a visitor, who chooses a password by a link',
    act: 'keep people',
    body: NewVisitor,
    answer: VisitorInvited,
    status: 201,
  }),
  changeVisitor: define('changeVisitor', {
    summary: 'Say to which groups a visitor belongs',
    act: 'keep people',
    body: VisitorPatch,
    answer: VisitorAnswer,
    guarded: true,
  }),
  sendVisitorLink: define('sendVisitorLink', {
    summary: 'Send a visitor a link to choose a new password by',
    act: 'keep people',
    answer: VisitorLinkAnswer,
    status: 201,
  }),
  removeVisitor: define('removeVisitor', {
    summary: 'Erase the account of a visitor',
    act: 'keep people',
    guarded: true,
    status: 204,
  }),
  messages: define('messages', {
    summary: 'From whom messages came by forms of pages, the newest first',
    act: 'keep people',
    query: MessagesQuery,
    answer: MessagesAnswer,
  }),
  eraseMessage: define('eraseMessage', {
    summary: 'Erase a message of a visitor with its letter',
    act: 'keep people',
    status: 204,
  }),
  audience: define('audience', {
    summary: 'For whom a page or an entry is',
    act: 'read',
    answer: AudienceAnswer,
  }),
  changeAudience: define('changeAudience', {
    summary: 'Say for whom a page or an entry is',
    act: 'publish',
    body: AudiencePatch,
    answer: AudienceAnswer,
  }),
};
