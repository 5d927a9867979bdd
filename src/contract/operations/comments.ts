import { CommentAnswer, CommentPatch, CommentReply, CommentsAnswer, CommentsQuery } from '../comments';
import { define } from './operation';

/** What visitors say, and seeing to it. */
export const comments = {
  comments: define('comments', {
    summary: 'What visitors said on pages and entries, the newest first',
    act: 'read',
    query: CommentsQuery,
    answer: CommentsAnswer,
  }),
  comment: define('comment', {
    summary: 'One thing that a visitor said',
    act: 'read',
    answer: CommentAnswer,
  }),
  changeComment: define('changeComment', {
    summary: 'Show what a visitor said, hold it back, put it away, or say it in other words',
    act: 'publish',
    body: CommentPatch,
    answer: CommentAnswer,
    guarded: true,
  }),
  replyToComment: define('replyToComment', {
    summary: 'Answer what a visitor said',
    act: 'publish',
    body: CommentReply,
    answer: CommentAnswer,
    status: 201,
  }),
  eraseComment: define('eraseComment', {
    summary: 'Take away for good what a visitor said',
    act: 'keep people',
    guarded: true,
    status: 204,
  }),
};
