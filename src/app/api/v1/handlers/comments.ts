import type { comments as operations } from '../../../../contract/operations/comments';
import {
  answerComment,
  changeComment,
  comments,
  eraseComment,
  replyToComment,
} from '../../../../services/comments';
import type { HandlersOf } from './call';

export const commentsHandlers: HandlersOf<typeof operations> = {
  comments: ({ installation, query }) => comments(installation, query),
  comment: ({ installation, path }) => answerComment(installation, path('id')),
  changeComment: ({ installation, person, path, revision, body }) =>
    changeComment(installation, person, path('id'), revision, body),
  replyToComment: ({ installation, person, path, body }) =>
    replyToComment(installation, person, path('id'), body.words),
  eraseComment: ({ installation, person, path, revision }) =>
    eraseComment(installation, person, path('id'), revision),
};
