import { checkModel } from '../../core/model/check';
import type { State } from '../../core/content/states';
import type { OverviewAnswer } from '../../contract/overview';
import { workingModel } from '../../store/model';
import { countStates } from '../../store/queries/table-query';
import { indexTableIn, type Installation } from '../runtime/installation';

/** What waits in each workspace, for the top line and the outlines. */
export async function overview(installation: Installation): Promise<OverviewAnswer> {
  const working = await workingModel(installation.content);
  const types = await Promise.all(
    installation.model.contentTypes.map(async (type) => ({
      key: type.definition.key,
      label: type.definition.label,
      plural: type.definition.plural,
      icon: type.definition.icon,
      counts: await countStates(installation.content, indexTableIn(installation, type), installation.now()),
    })),
  );
  const sorts = await installation.content.all<{ sort: string; n: number }>(
    'SELECT sort, count(*) AS n FROM records WHERE binned_at IS NULL AND sort <> $1 GROUP BY sort',
    ['entry'],
  );
  const total = (state: State) => types.reduce((sum, { counts }) => sum + counts[state], 0);
  return {
    site: installation.site.label,
    checks: checkModel(working?.document ?? installation.model.document).length,
    types,
    media: sorts.find(({ sort }) => sort === 'medium')?.n ?? 0,
    listings: sorts.find(({ sort }) => sort === 'listing')?.n ?? 0,
    pages: sorts.find(({ sort }) => sort === 'page')?.n ?? 0,
    inReview: total('review'),
    drafts: total('draft'),
  };
}
