import type { FaceContent } from '../mapping/map';
import { settle, type Layers } from '../model/settings';

/** What is shown of a face where its place settles whether titles and dates are shown. */
export function shownBySettings(face: FaceContent, layers: Layers): FaceContent {
  const shown = (key: 'showTitle' | 'showDates') => settle(key, layers).value === 'yes';
  const { date, heading, ...rest } = face;
  return { ...rest, ...(heading && shown('showTitle') ? { heading } : {}), ...(date && shown('showDates') ? { date } : {}) };
}
