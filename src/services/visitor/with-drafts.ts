import { indexTablesOf } from '../../store/index-tables/tables';
import { openDrafts } from '../../store/drafts';
import type { Installation } from '../runtime/installation';

/** Looks at an installation as it would be if all that is worked on were published now. */
export async function withDrafts<T>(
  installation: Installation,
  look: (drafts: Installation) => Promise<T>,
): Promise<T> {
  const { content: published, model, keyMap } = installation;
  const tables = indexTablesOf(model, keyMap);
  const content = openDrafts(published.file, tables, installation.now());
  try {
    return await look({ ...installation, content });
  } finally {
    await content.close();
  }
}
