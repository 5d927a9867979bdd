import type { State } from '../../core/content/states';
import type { OverviewAnswer } from '../../contract/overview';
import { countByState } from '../../store/comments';
import { countWaiting } from '../../store/given-work';
import { countsBySort } from '../../store/records';
import { countStates } from '../../store/queries/state-counts';
import { allCounts } from '../entries';
import { countLongWork } from '../long-work';
import { countChecks } from '../model';
import type { Person } from '../people/person';
import { indexTableIn, type Installation } from '../runtime/installation';

/** What waits in each workspace, for the top line and the outlines. */
export async function overview(installation: Installation, person: Person): Promise<OverviewAnswer> {
  const types = await Promise.all(
    installation.model.contentTypes.map(async (type) => ({
      key: type.definition.key,
      label: type.definition.label,
      plural: type.definition.plural,
      icon: type.definition.icon,
      counts: await countStates(installation.content, indexTableIn(installation, type), installation.now()),
    })),
  );
  const counts = await countsBySort(installation.content);
  const total = (state: State) => types.reduce((sum, { counts }) => sum + counts[state], 0);
  return {
    site: installation.site.label,
    checks: await countChecks(installation),
    types,
    all: await allCounts(installation),
    media: counts.get('medium') ?? 0,
    listings: counts.get('listing') ?? 0,
    pages: counts.get('page') ?? 0,
    inReview: await countWaiting(installation.content),
    drafts: total('draft'),
    said: await countByState(installation.content, 'held'),
    longWork: await countLongWork(installation, person),
  };
}
