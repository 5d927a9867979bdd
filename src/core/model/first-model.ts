import { letFoundBeSaid, typesFound } from './change/found-fields';
import type { ModelDocument } from './document';
import { startModel } from './fresh/start';

/** A model in which whoever writes may say how everything is found that has a page of its own. */
export const withAllFound = (document: ModelDocument): ModelDocument =>
  letFoundBeSaid(
    document,
    typesFound(document).map(({ id }) => id),
  );

/** The model that an installation begins with, in a language. */
export const firstModel = (locale: string): ModelDocument => withAllFound(startModel(locale));
