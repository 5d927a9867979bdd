import { putVisitorPassword } from '../../store/visitors';
import type { Id } from '../../core/ids';
import { hashPassword } from '../people/passwords';
import type { Installation } from '../runtime/installation';
import { makeVisitor } from '../visitor-accounts/take';

/** A visitor who has an account, as it is written in the file: with the keys of groups. */
export interface FileVisitor {
  email: string;
  password: string;
  groups: string[];
}

/** The groups of visitors that some keys name, by their ids. */
export const groupsNamed = ({ model }: Installation, keys: readonly string[]): Id[] =>
  keys.map((key) => {
    const found = model.document.accounts?.groups.find((each) => each.key === key);
    if (!found) throw new Error(`There is no group of visitors of the key “${key}”.`);
    return found.id;
  });

/** Makes the accounts of visitors that the sample's file tells, each with its password. */
export async function fillVisitors(
  installation: Installation,
  written: readonly FileVisitor[],
): Promise<void> {
  for (const { email, password, groups } of written) {
    const { id } = await makeVisitor(installation, email, groupsNamed(installation, groups), null);
    const hash = await hashPassword(password);
    await installation.sessions.write((tx) => putVisitorPassword(tx, id, hash));
  }
}
