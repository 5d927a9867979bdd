import type { Reader, WriteTransaction } from './database';
import { personTables } from './tables/person-tables';

/** How somebody wants a table (JSON); nothing where they never said. */
export const personTable = async (
  reader: Reader,
  person: number,
  name: string,
): Promise<string | undefined> => (await reader.find(personTables, { person, name }))?.says;

export const putPersonTable = (
  tx: WriteTransaction,
  person: number,
  name: string,
  says: string,
): Promise<void> => tx.put(personTables, [{ person, name, says }]);
