import type { Id } from '../ids';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { ContentType } from '../model/document';
import { answersOf } from '../model/page-source';
import { resolveSetting, type Layers } from '../model/settings';
import { listingLayers } from './shown-by-settings';

/** What a visitor fills in to say something. */
export const commentFields = ['name', 'words'] as const;
export type CommentField = (typeof commentFields)[number];

/** The most characters each may have. */
export const commentBounds: Record<CommentField, number> = { name: 80, words: 2000 };
/** How many comments are shown on one page; as many again may wait to be looked at. */
export const MOST_COMMENTS = 300;
/** How long (ms) a person takes at least to say something. */
export const LEAST_TIME = 3000;

/** Whether a comment waits to be looked at, is seen by visitors, or was put away. */
export const commentStates = ['held', 'shown', 'binned'] as const;
export type CommentState = (typeof commentStates)[number];

export type CommentFault = 'missing' | 'long';

/** One comment as visitors see it, with what answers it. */
export interface DrawnComment {
  id: Id;
  name: string;
  words: string;
  /** ISO 8601 */
  at: string;
  /** The language (BCP 47) in which it was written. */
  lang: string;
  /** Whether one of those who work here wrote it. */
  isOwn: boolean;
  answers: DrawnComment[];
}

/** What is said on a page, and whether more may be said. */
export interface DrawnComments {
  /** What they stand on: an entry or a page. */
  on: Id;
  said: DrawnComment[];
  /** By whose clock (IANA) its days are told. */
  zone: string;
  /** What becomes of what is said: it waits to be looked at, or is shown at once. */
  becomes: 'held' | 'shown';
  /** What the form carries that no other site can make, and when it was made; nothing where nothing more is taken. */
  stamp?: string;
}

/** What became of something that a visitor said. */
export type CommentOutcome = 'held' | 'shown' | 'too many' | 'too fast' | 'closed';

/** What a visitor just wrote, for this visitor alone. */
export interface JustSaid {
  given: Record<CommentField, string>;
  /** The comment that it answers. */
  answers?: Id;
  faults: Partial<Record<CommentField, CommentFault>>;
  became?: CommentOutcome;
}

/** What was read of a form. */
export interface WrittenComment extends Omit<JustSaid, 'became'> {
  on: Id;
  stamp: string;
  /** Whether something is filled in that no person sees. */
  byMachine: boolean;
}

/** The name by which an address leads to one comment on its page. */
export const commentAnchor = (id: Id): string => `said-${id}`;

/** The layers that govern what is said on the page of an entry: its own type stands before the type of the page. */
export const layersWith = (layers: Layers, entry: CompiledType<ContentType> | undefined): Layers =>
  entry
    ? layers.flatMap((each) =>
        each.source === 'type' ? [{ source: 'type', layer: entry.definition.settings }, each] : [each],
      )
    : layers;

/**
 * Whether the settings of the model let visitors say something on entries of a type, by whichever of its pages; a page
 * may say otherwise for itself.
 */
export const entriesTakeComments = (
  { document, pageTypes }: Pick<CompiledModel, 'document' | 'pageTypes'>,
  type: CompiledType<ContentType>,
): boolean =>
  pageTypes
    .filter(({ definition }) => answersOf(definition.source).entryType === type.id)
    .some(({ definition }) => {
      const layers = layersWith(listingLayers(document, definition, {}), type);
      return resolveSetting('comments', layers).value !== 'off';
    });

/** What is wrong with what was written. */
export const commentFaults = (given: Record<CommentField, string>): JustSaid['faults'] =>
  Object.fromEntries(
    commentFields.flatMap((field): [CommentField, CommentFault][] =>
      given[field] === ''
        ? [[field, 'missing']]
        : given[field].length > commentBounds[field]
          ? [[field, 'long']]
          : [],
    ),
  );

/**
 * Comments with their answers below them, all in the order given; what answers something that is not there is
 * left out.
 */
export function withAnswers(
  all: readonly (Omit<DrawnComment, 'answers'> & { answering: Id | null })[],
): DrawnComment[] {
  const below = (id: Id | null): DrawnComment[] =>
    all
      .filter(({ answering }) => answering === id)
      .map(({ answering: _of, ...each }) => ({ ...each, answers: [] }));
  return below(null).map((each) => ({ ...each, answers: below(each.id) }));
}
