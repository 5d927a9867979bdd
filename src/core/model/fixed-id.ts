import type { Id } from '../ids';

/** An id that is the same in every installation: of what every model has without anybody making it. */
export const fixedId = (n: number): Id => `00000000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
