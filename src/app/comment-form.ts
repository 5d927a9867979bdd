import { CommentForm } from '../contract/comments';
import { parseInput } from '../contract/parse-input';
import { isId } from '../core/ids';
import { commentFaults, type WrittenComment } from '../core/site/comments';

/** Reads what a visitor says on a page. Answers nothing for what no form of ours sends. */
export function parseCommentForm(form: Readonly<Record<string, string>>): WrittenComment | undefined {
  const { value } = parseInput(CommentForm, { ...form });
  if (!value) return undefined;
  const given = { name: value.name.replace(/\s+/g, ' ').trim(), words: value.words.trim() };
  return {
    on: value.comments,
    stamp: value.stamp,
    given,
    faults: commentFaults(given),
    ...(isId(value.answers ?? '') ? { answers: value.answers } : {}),
    // Out of a person's sight: what fills it in is none.
    byMachine: Boolean(value.website),
  };
}
