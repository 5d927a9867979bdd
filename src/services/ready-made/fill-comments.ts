import { newId } from '../../core/ids';
import type { CommentState } from '../../core/site/comments';
import { putComment } from '../../store/comments';
import { recordByUuid } from '../../store/records';
import { findEntries } from '../entries';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';

const DAY = 86_400_000;

/** What was said, as it is written in the file: so many days ago, and what answered it. */
export interface FileComment {
  /** The title of the entry that it is said on. */
  on: string;
  name: string;
  words: string;
  daysAgo: number;
  state?: CommentState;
  answers?: ({ words: string; daysAgo: number } & ({ name: string } | { own: true }))[];
}

/** Says on entries of the sample what its file tells; answers of one's own are by `person`. */
export async function fillComments(
  installation: Installation,
  person: Person,
  written: readonly FileComment[],
): Promise<void> {
  const now = installation.now();
  const { locale: language } = installation.model;
  for (const { on, name, words, daysAgo, state = 'shown', answers = [] } of written) {
    const found = (await findEntries(installation, { q: on })).items.find(({ label }) => label === on);
    if (!found) throw new Error(`comments: there is no entry called “${on}”.`);
    await installation.content.write(async (tx) => {
      const record = await recordByUuid(tx, found.id, 'entry');
      if (!record) return;
      const common = { record: record.id, language, state };
      const id = await putComment(tx, {
        ...common,
        ...{ uuid: newId(), answers: null, name, words, at: now - daysAgo * DAY, person: null },
      });
      for (const [i, answer] of answers.entries())
        await putComment(tx, {
          ...common,
          ...{ uuid: newId(), answers: id, words: answer.words },
          // One after the other, as they are written.
          at: now - answer.daysAgo * DAY + i,
          ...('own' in answer
            ? { name: person.name, person: person.id }
            : { name: answer.name, person: null }),
        });
    });
  }
}
