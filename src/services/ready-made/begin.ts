import { isFoundSet } from '../../core/model/change/found-fields';
import { withAllFound } from '../../core/model/first-model';
import type { BeginPut } from '../../contract/begin';
import { newId } from '../../core/ids';
import type { ModelDocument } from '../../core/model/document';
import { putSetting, setting } from '../../store/settings';
import { countsBySort } from '../../store/records';
import { workingModel } from '../../store/model';
import { importModel } from '../model';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { invalidInput, ruleViolation } from '../runtime/refusal';
import { inOneAct } from '../runtime/request-context';
import { fillSite, modelOf } from './fill';
import { SAMPLE_KEY, sampleSite, readyMadeSites } from './offered';

/** What an installation was begun from, and the act that made its content. */
export interface Begun {
  label: string;
  act: string;
}

/** What the installation was begun from, where it was. */
export async function begunFrom({ content }: Pick<Installation, 'content'>): Promise<Begun | undefined> {
  const kept = await setting(content, 'begun');
  // Only written below.
  return kept === undefined ? undefined : (JSON.parse(kept) as Begun);
}

/**
 * Whether nothing is there yet that a ready-made site would take the place of; the page types of a start count
 * as nothing.
 */
export async function isBlank({ content, model }: Installation): Promise<boolean> {
  const { contentTypes, fieldSets, schemes } = model.document;
  const own = fieldSets.filter((set) => !isFoundSet(set));
  if (contentTypes.length + own.length + schemes.length > 0) return false;
  return [...(await countsBySort(content)).values()].every((n) => n === 0);
}

/** Its languages are those that were chosen at set-up; what a site says in others of them comes along. */
const inLanguagesOf = ({ model }: Installation, document: ModelDocument): ModelDocument => {
  const { main } = model.document.locales;
  const others = document.locales.others.filter((locale) => locale !== main);
  return { ...document, locales: { main, others } };
};

const underWay = new WeakSet<object>();

/**
 * Begins an installation, in which nothing is yet, from a ready-made site (or the sample): its model is put in
 * force, and
 * its made-up content comes in, as one act that can be taken back.
 */
export async function beginInstallation(
  installation: Installation,
  person: Person,
  { from }: BeginPut,
): Promise<Begun> {
  const { content } = installation;
  const site = from === SAMPLE_KEY ? sampleSite() : readyMadeSites().find(({ key }) => key === from);
  if (!site)
    throw invalidInput([
      { path: '/from', code: 'unknown', message: `There is no ready-made site called “${from}”.` },
    ]);
  if (underWay.has(content)) throw ruleViolation('A site is being made here already.');
  underWay.add(content);
  try {
    if (!(await isBlank(installation)))
      throw ruleViolation('Something is here already: a site can only be made where nothing is.');
    if (await workingModel(content))
      throw ruleViolation('Types are being worked on in Shape. Put them in force, or drop them, first.');
    await importModel(installation, inLanguagesOf(installation, withAllFound(modelOf(site))), person);
    const begun: Begun = { label: site.label, act: newId() };
    await content.write((tx) => putSetting(tx, 'begun', JSON.stringify(begun)));
    await inOneAct(begun.act, `made the content of ${site.label}`, () =>
      fillSite(installation, person, site, [person]),
    );
    return begun;
  } finally {
    underWay.delete(content);
  }
}
