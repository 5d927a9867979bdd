import type { FaceContent } from '../../core/mapping/face';
import { elsewhereIn, originsOf } from '../../core/site/providers';
import { standInFor } from '../../standins/elsewhere';
import type { Installation } from '../runtime/installation';

/** What a block shows from elsewhere; the made-up providers of the sample by their stand-ins. */
export function elsewhereOn(
  { model, demo }: Pick<Installation, 'model' | 'demo'>,
  face: FaceContent,
): ReturnType<typeof elsewhereIn> {
  const shown = elsewhereIn(face, model.document.providers);
  const shows = demo && shown.elsewhere ? standInFor(shown.elsewhere.address) : undefined;
  return shown.elsewhere && shows !== undefined
    ? { ...shown, elsewhere: { ...shown.elsewhere, shows } }
    : shown;
}

/** From where frames on visitors' pages may be filled (CSP Level 3, `frame-src`). */
export function frameSources({ model, demo }: Pick<Installation, 'model' | 'demo'>): string {
  const origins = originsOf(model.document.providers);
  return [...origins, ...(demo && origins.length > 0 ? ["'self'"] : [])].join(' ') || "'none'";
}
