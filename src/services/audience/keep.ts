import type { AudienceAnswer, AudiencePatch, BoundAudience, SeenByAnswer } from '../../contract/audience';
import { isId, type Id } from '../../core/ids';
import type { SeenBy } from '../../core/site/audience';
import { audiencesUp, hasAudiences, putAudience } from '../../store/audiences';
import { recordByUuid, type KeptRecord } from '../../store/records';
import { mayPublish } from '../../core/roles';
import type { Person } from '../people/person';
import { inAct } from '../records/act';
import type { Installation } from '../runtime/installation';
import { forbidden, invalidInput, notFound, ruleViolation } from '../runtime/refusal';

async function need({ content }: Installation, id: Id): Promise<KeptRecord> {
  const record = isId(id)
    ? ((await recordByUuid(content, id, 'entry')) ?? (await recordByUuid(content, id, 'page')))
    : undefined;
  if (!record) throw notFound('page or entry');
  return record;
}

const told = ({ groups, asks }: SeenBy): SeenByAnswer => ({ groups, asks: asks === true });

/** For whom a page or an entry is: by itself, and as its type and the pages above it bound it. */
export async function audience(installation: Installation, id: Id): Promise<AudienceAnswer> {
  const { content, model } = installation;
  const record = await need(installation, id);
  const [own, ...above] = await audiencesUp(content, record.id);
  const typeOf = (type: Id | null | undefined) =>
    (model.pageType(type ?? '') ?? model.contentType(type ?? ''))?.definition;
  const byType = (type: Id | null | undefined): BoundAudience[] => {
    const definition = typeOf(type);
    return definition?.seenBy
      ? [{ by: 'type', label: definition.label, seenBy: told(definition.seenBy) }]
      : [];
  };
  return {
    own: own?.seenBy ? told(own.seenBy) : null,
    bound: [
      ...byType(own?.type),
      ...above.flatMap(({ id: page, title, type, seenBy }): BoundAudience[] => [
        ...(seenBy ? [{ by: 'above' as const, label: title, page, seenBy: told(seenBy) }] : []),
        ...byType(type),
      ]),
    ],
  };
}

/** Notes in memory whether anything is not for everyone, and has every page drawn again. */
export async function seeAudiences(installation: Installation): Promise<void> {
  installation.audiences.any = await hasAudiences(installation.content);
  installation.rendered.renewAll();
}

/** Says for whom a page (with all below it) or an entry is. It holds at once: it is no word of what is published. */
export async function changeAudience(
  installation: Installation,
  person: Person,
  id: Id,
  { own }: AudiencePatch,
): Promise<AudienceAnswer> {
  const record = await need(installation, id);
  const { accounts, groups } = { accounts: installation.model.document.accounts, groups: own?.groups ?? [] };
  if (own && !accounts)
    throw ruleViolation(
      'Visitors have no accounts here. An architect lets them have some in Shape, Settings.',
    );
  groups.forEach((group, i) => {
    if (!accounts?.groups.some((each) => each.id === group))
      throw invalidInput([{ path: `/own/groups/${i}`, code: 'gone', message: 'There is no such group.' }]);
  });
  const { model } = installation;
  const type = record.type ?? '';
  const review = (model.contentType(type) ?? model.pageType(type))?.definition.review ?? false;
  if (!mayPublish(person.role, review)) throw forbidden('Someone who reviews must say for whom this is.');
  await inAct(installation, person, async (act) => {
    await act.touch([record.id]);
    await act.touchAudience(record.id, record.uuid);
    await putAudience(act.tx, record.id, own ? { groups, ...(own.asks ? { asks: true } : {}) } : undefined);
    await act.keep(record.sort === 'page' ? 'said for whom a page is' : 'said for whom an entry is');
  });
  await seeAudiences(installation);
  return audience(installation, id);
}
