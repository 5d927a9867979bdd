import type { Audience } from '../../core/site/audience';
import type { Installation } from '../runtime/installation';

/**
 * Reads as a visitor does: all of one model, and nothing that is not for them. It may be done more than once, so
 * it must only read.
 */
export const asVisitor = <T>(
  whole: Installation,
  audience: Audience,
  look: (seen: Installation) => Promise<T>,
): Promise<T> => whole.turnover.read(() => whole.audiences.see(whole, audience, look));
