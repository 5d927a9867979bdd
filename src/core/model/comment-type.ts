import type { ContentType } from './document';
import { fixedId } from './fixed-id';

/** What visitors say can be listed as anything that was published, without anybody making a type of it. */
export const COMMENTS = fixedId(5);
/** What comments are called where a rule is spoken. No content type may bear it. */
export const commentsKey = 'comments';

/** What is told of a comment where it is listed. */
export const commentParts = {
  name: fixedId(64),
  words: fixedId(65),
  at: fixedId(66),
  on: fixedId(67),
} as const;

/** The shape of a comment where it is listed. Nothing of it is kept for filtering: the newest are taken. */
export const commentType: ContentType = {
  id: COMMENTS,
  key: commentsKey,
  label: 'Comment',
  plural: 'Comments',
  purpose: 'What visitors said on pages and entries, the newest first.',
  icon: 'list',
  fields: [
    { id: commentParts.on, key: 'on', label: 'What it is said on', kind: 'line', rules: {} },
    { id: commentParts.name, key: 'name', label: 'Name', kind: 'line', rules: {} },
    { id: commentParts.at, key: 'at', label: 'When it was said', kind: 'moment', rules: {} },
    { id: commentParts.words, key: 'words', label: 'Words', kind: 'paragraphs', rules: {} },
  ],
  title: commentParts.on,
  summary: commentParts.words,
  date: commentParts.at,
  slug: { from: commentParts.on, drop: {}, atMost: 60 },
  review: false,
  columns: [],
  face: {
    mapping: {
      kicker: [[{ field: commentParts.name }]],
      heading: [[{ field: commentParts.on }]],
      date: [[{ field: commentParts.at }]],
      summary: [[{ field: commentParts.words, format: { shorten: 180 } }]],
    },
  },
};
