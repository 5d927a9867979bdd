import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { answersOf, type SourceAnswers } from '../../core/model/page-source';
import { resolveSetting, type Layers } from '../../core/model/settings';
import { usualHead, type NavigationShape } from '../../core/site/navigation';
import type { LivePage } from '../../store/live-pages';
import { pageBody, type PageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { saysHowOthersAre } from './resolve-address';

/** The layers of settings that govern a page, the outermost first. */
export const layersOf = (
  installation: Installation,
  type: CompiledType<PageType>,
  body: PageBody,
): Layers => [
  { source: 'site', layer: installation.model.document.settings },
  { source: 'type', layer: type.definition.settings },
  { source: 'page', layer: body.settings },
];

/** Which navigation a page stands in: the one of the head, from which branches and blocks take theirs too, or the foot. */
export type NavigationPlace = 'head' | 'foot';

/** Whether a page stands in a navigation: for the head its type may decide it for all, or leave it to each page. */
export function standsIn(installation: Installation, page: LivePage, place: NavigationPlace): boolean {
  const type = installation.model.pageType(page.type);
  if (!type || saysHowOthersAre(installation, type)) return false;
  const { inNavigation } = type.definition;
  if (place === 'head' && inNavigation !== 'editor') return inNavigation === 'yes';
  const setting = place === 'head' ? 'inNavigation' : 'inFoot';
  return resolveSetting(setting, layersOf(installation, type, pageBody(page.body))).value === 'yes';
}

/** How the navigations around every page are made; a foot stands only where the model says how. */
export const shapesAround = ({
  model,
}: Pick<Installation, 'model'>): Record<NavigationPlace, NavigationShape | undefined> => ({
  head: model.document.navigation?.head ?? usualHead,
  foot: model.document.navigation?.foot,
});

/** Where a page that shows nothing itself leads: by one of its fields, or to what stands below it. */
export const leadsOf = ({ model }: Pick<Installation, 'model'>, page: LivePage): SourceAnswers['leads'] => {
  const type = model.pageType(page.type);
  return type && answersOf(type.definition.source).leads;
};
