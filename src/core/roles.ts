export const roles = ['architect', 'editor', 'reviewer'] as const;
export type Role = (typeof roles)[number];

/** What a signed-in person may be let do; each is asked for by name on the server. */
export type Act =
  | 'read'
  | 'shape the model'
  | 'keep listings'
  | 'write entries'
  | 'arrange pages'
  | 'publish'
  | 'review'
  | 'correct'
  | 'write notes'
  | 'keep people';

const allowed: Record<Act, readonly Role[]> = {
  read: roles,
  'shape the model': ['architect'],
  'keep listings': ['architect'],
  'write entries': ['architect', 'editor'],
  'arrange pages': ['architect', 'editor'],
  publish: ['architect', 'editor', 'reviewer'],
  review: ['architect', 'reviewer'],
  // Those who review change what waits for review, and nothing else; the services see to it.
  correct: roles,
  'write notes': roles,
  'keep people': ['architect'],
};

/** Whether a role may do a thing. */
export const may = (role: Role, act: Act): boolean => allowed[act].includes(role);

/** Whether a role may publish something of a type: where the type asks for review, someone who reviews must. */
export const mayPublish = (role: Role, asksReview: boolean): boolean =>
  may(role, asksReview ? 'review' : 'publish');

/** The roles that may do a thing, for words such as "Only an architect may ...". */
export const whoMay = (act: Act): readonly Role[] => allowed[act];
