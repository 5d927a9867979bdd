/**
 * Why a version is kept in the history by itself, though others follow or went before at once: it holds what collided with
 * another's words, or what an earlier version said.
 */
export const keptApart = ['collided', 'restored'] as const;
export type KeptApart = (typeof keptApart)[number];
