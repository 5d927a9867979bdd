import type { CommentsQuery } from '../../../../../contract/comments';
import { isId, type Id } from '../../../../../core/ids';
import { commentStates, type CommentState } from '../../../../../core/site/comments';

/** How many stand on one screen. */
export const PER_SCREEN = 30;

/** What the address of the screen asks for: a state, of one thing or of all. */
export interface CommentsAsked {
  state: CommentState;
  on?: Id;
}

/** What an address asks for; without anything, what waits to be looked at. */
export function commentsAsked({ state, on }: { state?: string; on?: string }): CommentsAsked {
  return {
    state: commentStates.find((each) => each === state) ?? 'held',
    ...(on !== undefined && isId(on) ? { on } : {}),
  };
}

/** A screen of what is asked for. */
export const commentsFrom = (asked: CommentsAsked, offset = 0): { query: CommentsQuery } => ({
  query: { ...asked, limit: PER_SCREEN, ...(offset > 0 ? { offset } : {}) },
});
