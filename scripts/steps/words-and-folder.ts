/**
 * The words that a script was called with, and the folder of data it is about: `--data FOLDER`, else
 * CLEAR_FRAME_DATA, else `data`.
 */
export function wordsAndFolder(given = process.argv.slice(2)): { words: string[]; folder: string } {
  const at = given.findIndex((word) => word === '--data' || word.startsWith('--data='));
  const [named, joined] = (given[at] ?? '').split('=', 2);
  const rest = at < 0 ? given : given.filter((_, i) => i !== at && !(joined === undefined && i === at + 1));
  const folder = named ? (joined ?? given[at + 1]) : process.env.CLEAR_FRAME_DATA;
  return { words: rest, folder: folder || 'data' };
}
