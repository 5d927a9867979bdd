import { fromEvent } from 'file-selector';
import type { FileToBring } from './use-bring-in';

/** The files that were dropped or pasted, those in folders with the folders they lie in. */
export async function droppedFiles(event: Event): Promise<FileToBring[]> {
  const found = await fromEvent(event);
  return found.flatMap((item): FileToBring[] => {
    const file = item instanceof File ? item : item.getAsFile();
    if (!file) return [];
    const path = 'path' in file && typeof file.path === 'string' ? file.path : '';
    const within = path
      .split('/')
      .slice(0, -1)
      .filter((piece) => piece !== '' && piece !== '.');
    return [{ file, within }];
  });
}
