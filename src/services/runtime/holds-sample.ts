import { join } from 'node:path';
import { Database } from '../../store/database';
import { lockFolder } from '../../store/folder-lock';
import { setting } from '../../store/settings';

/**
 * Whether a folder holds the sample alone and is in use by nobody, so that it may be begun anew: undefined
 * where it may, else why not. What somebody works with is never taken for a sample.
 */
export async function holdsSample(folder: string): Promise<string | undefined> {
  let letGo: () => Promise<void>;
  try {
    letGo = await lockFolder(folder);
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
  const content = new Database(join(folder, 'content.db'));
  try {
    const isSample = (await setting(content, 'demo')) === 'yes';
    return isSample ? undefined : 'it holds an installation that is not the sample.';
  } catch {
    return 'it holds a database that is none of Clear Frame.';
  } finally {
    await content.close();
    await letGo();
  }
}
