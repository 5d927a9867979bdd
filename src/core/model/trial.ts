import type { Fault } from '../faults';
import { parseModelDocument } from '../formats/model-schema';
import type { Id } from '../ids';
import { modelChanges } from './change/changes';
import { checkModel, type ModelFault } from './check';
import type { ModelDocument } from './document';

/** What a document is held against: the model in force, what content tells of it, and the day (ISO 8601) of the site. */
export interface TrialContext {
  inForce: ModelDocument;
  content?: { used: readonly Id[]; shown: readonly Id[] };
  today: string;
}

/** What a check of a document tells: everything that is wrong with it, and in how much it differs. */
export interface DocumentCheck {
  faults: ModelFault[];
  changes: number;
}

/** Checks a document that is kept, or was just read. */
export const checkDocument = (
  document: ModelDocument,
  { inForce, content, today }: TrialContext,
): DocumentCheck => ({
  faults: checkModel(
    document,
    content && { used: new Set(content.used), shown: new Set(content.shown) },
    today,
  ),
  changes: modelChanges(inForce, document).length,
});

/** A document that came from outside, read and checked; or every fault of its shape, with paths below `at`. */
export type DocumentTrial = { document: ModelDocument; check: DocumentCheck } | { faults: Fault[] };

export function tryDocument(given: unknown, at: string, context: TrialContext): DocumentTrial {
  const { document, faults } = parseModelDocument(given, at);
  return document ? { document, check: checkDocument(document, context) } : { faults };
}
