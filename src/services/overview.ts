import { checkModel } from '../core/model/check';
import type { State } from '../core/content/states';
import type { OverviewAnswer } from '../contract/overview';
import { workingModel } from '../store/model';
import { countStates } from '../store/table-query';
import { sheetIn, type House } from './house';

/** What waits in each workspace, for the top line and the outlines. */
export async function overview(house: House): Promise<OverviewAnswer> {
  const working = await workingModel(house.content);
  const types = await Promise.all(house.model.contentTypes.map(async (type) => ({
    key: type.is.key, label: type.is.label, plural: type.is.plural, icon: type.is.icon, counts: await countStates(house.content, sheetIn(house, type), house.now()),
  })));
  const sorts = await house.content.all<{ sort: string; n: number }>('SELECT sort, count(*) AS n FROM records WHERE binned_at IS NULL AND sort <> $1 GROUP BY sort', ['entry']);
  const total = (state: State) => types.reduce((sum, { counts }) => sum + counts[state], 0);
  return {
    site: house.site.label, checks: checkModel(working?.document ?? house.model.document).length, types,
    media: sorts.find(({ sort }) => sort === 'medium')?.n ?? 0,
    listings: sorts.find(({ sort }) => sort === 'listing')?.n ?? 0, pages: sorts.find(({ sort }) => sort === 'page')?.n ?? 0,
    inReview: total('review'), drafts: total('draft'),
  };
}
