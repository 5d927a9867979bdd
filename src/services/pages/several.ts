import type { ManyHeld } from '../../contract/many';
import type { SeveralChange, SeveralDone, SeveralPages } from '../../contract/several-pages';
import { newId, type Id } from '../../core/ids';
import { pagesAbove } from '../../store/pages';
import { liveOf } from '../../store/records';
import type { Person } from '../people/person';
import { pageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { invalidInput, Refusal } from '../runtime/refusal';
import { inOneAct } from '../runtime/request-context';
import { needPage, typeOfPage } from './answer';
import { binPage, changePage, movePage, publishPage, submitPage, withdrawPage } from './write';

const words: Record<SeveralChange, string> = {
  move: 'moved several pages',
  show: 'put several pages into the navigation',
  hide: 'took several pages out of the navigation',
  submit: 'sent several pages for review',
  publish: 'published several pages',
  withdraw: 'withdrew several pages',
  bin: 'binned several pages',
};

/** Those of some pages that do not stand below another of them, in their order. */
async function uppermost({ content }: Installation, ids: readonly Id[]): Promise<Id[]> {
  const named = new Set(ids);
  const found: Id[] = [];
  for (const id of named) {
    const { record } = await needPage(content, id);
    const above = await pagesAbove(content, record.id);
    if (!above.some((page) => page.id !== id && named.has(page.id))) found.push(id);
  }
  return found;
}

/** Does one thing to one page; answers whether anything changed. */
async function changeOne(
  installation: Installation,
  person: Person,
  id: Id,
  { does, parent }: SeveralPages,
): Promise<boolean> {
  const { record } = await needPage(installation.content, id);
  const { id: key, revision } = record;
  switch (does) {
    case 'move':
      await movePage(installation, person, id, revision, { parent: parent ?? null });
      return true;
    case 'show':
    case 'hide': {
      const { label, inNavigation } = typeOfPage(installation, record.type).definition;
      const wanted = does === 'show' ? 'yes' : 'no';
      if (inNavigation === wanted) return false;
      if (inNavigation !== 'editor')
        throw invalidInput([
          { path: '/ids', code: 'held', message: `The page type ${label} says so for all of its pages.` },
        ]);
      const changed = await changePage(installation, person, id, revision, {
        settings: { ...pageBody(record.body).settings?.set, inNavigation: wanted },
      });
      return changed.revision !== revision;
    }
    case 'submit':
      if (record.stage === 'review') return false;
      await submitPage(installation, person, id, revision);
      return true;
    case 'publish':
      await publishPage(installation, person, id, revision, {});
      return true;
    case 'withdraw': {
      const { now, content } = installation;
      if (!(await liveOf(content, key)).some(({ ends }) => ends > now())) return false;
      await withdrawPage(installation, person, id, revision);
      return true;
    }
    case 'bin':
      await binPage(installation, person, id, revision, { branch: 'yes' });
      return true;
  }
}

/**
 * Does one thing to several pages, each in a write of its own, told and taken back as one act. What cannot be
 * changed stays as it is, and is told with why.
 */
export async function changeSeveral(
  installation: Installation,
  person: Person,
  asked: SeveralPages,
): Promise<SeveralDone> {
  const { does, parent } = asked;
  if (does === 'move' && parent === undefined)
    throw invalidInput([
      { path: '/parent', code: 'required', message: 'Say under which page they are to stand.' },
    ]);
  const goesWithBranch = does === 'move' || does === 'bin';
  const ids = goesWithBranch ? await uppermost(installation, asked.ids) : [...new Set(asked.ids)];
  const act = newId();
  const held: ManyHeld[] = [];
  const refused: Refusal[] = [];
  let changed = 0;
  await inOneAct(act, words[does], async () => {
    for (const id of ids)
      try {
        if (await changeOne(installation, person, id, asked)) changed += 1;
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        const { record } = await needPage(installation.content, id);
        refused.push(error);
        held.push({ id, title: record.title, why: error.message });
      }
  });
  // Who may change none of them is told so.
  if (changed === 0 && refused.every(({ status }) => status === 403) && refused[0]) throw refused[0];
  return { changed, held, act: changed > 0 ? act : null };
}
