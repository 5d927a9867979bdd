/** What visitors say on pages and entries, as those who work here see to it. */

export { answerComment, comments } from './list';
export { changeComment, eraseComment, replyToComment } from './moderate';
