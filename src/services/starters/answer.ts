import type { StarterAnswer, StarterRow as StarterRowAnswer, StartersAnswer } from '../../contract/starters';
import { serializeHints, serializeSlots } from '../../core/content/blocks';
import { serializeLocalized } from '../../core/content/localized-values';
import { isId, type Id } from '../../core/ids';
import type { CompiledModel } from '../../core/model/compile';
import type { Reader } from '../../store/database';
import { allStarters, changerOfStarter, starterByUuid, type StarterRow } from '../../store/starters';
import { copyOf, heldBy } from '../pages/starter-content';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';

export async function needStarter(reader: Reader, id: Id): Promise<StarterRow> {
  const row = isId(id) ? await starterByUuid(reader, id) : undefined;
  if (!row) throw notFound('starter');
  return row;
}

function rowAnswer(model: CompiledModel, row: StarterRow, by: string | null): StarterRowAnswer {
  const { uuid, key, name, about, revision, changedAt } = row;
  const held = heldBy(model, row);
  const isPage = row.type !== model.shared.id;
  return {
    ...{ id: uuid, key, name, about, revision, isPage },
    ...(held && isPage ? { type: held.type.definition.key } : {}),
    types: Object.values(held?.body.slots ?? {})
      .flat()
      .flatMap(({ type }) => model.blockType(type)?.definition.key ?? []),
    begins: model.document.pageTypes.flatMap((type) => (type.starter === key ? [type.key] : [])),
    changedAt: new Date(changedAt).toISOString(),
    changedBy: by ?? '',
  };
}

export async function answerStarter(
  reader: Reader,
  installation: Installation,
  row: StarterRow,
): Promise<StarterAnswer> {
  const { model } = installation;
  const held = heldBy(model, row);
  const told = rowAnswer(model, row, await changerOfStarter(reader, row.uuid));
  if (!held) return { ...told, values: {}, translations: {}, hints: {}, slots: {} };
  const body = await copyOf(reader, installation, held);
  const { fields, definition } = held.type;
  const layout = definition.layouts.find(({ id }) => id === body.layout)?.key;
  return {
    ...told,
    ...serializeLocalized(fields, body, model.locale),
    hints: serializeHints(fields, body.hints ?? {}),
    slots: serializeSlots(model, definition.slots, body.slots ?? {}),
    ...(layout === undefined ? {} : { layout }),
    ...(body.listing === undefined ? {} : { listing: body.listing }),
  };
}

/** All starters, by their names. */
export async function starters({ content, model }: Installation): Promise<StartersAnswer> {
  return { items: (await allStarters(content)).map((row) => rowAnswer(model, row, row.by)) };
}

export const starter = async (installation: Installation, id: Id): Promise<StarterAnswer> =>
  answerStarter(installation.content, installation, await needStarter(installation.content, id));
