import { referencesInLocalized, valuesIn, type LocalizedValues } from '../../core/content/localized-values';
import type { Id } from '../../core/ids';
import type { FaceContent } from '../../core/mapping/face';
import { mapToFace } from '../../core/mapping/map';
import { eventFields } from '../../core/mapping/event-fields';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, PageType } from '../../core/model/document';
import { entriesAmong, pagesAmong } from '../../store/known';
import { entryBody, pageBody } from '../records/bodies';
import { drawingOf } from '../records/known';
import type { Installation } from '../runtime/installation';

/** All that a thing in a list says by its own face, and when and where it happens, where its type says so. */
export interface FullItem {
  face: FaceContent;
  happens?: { begins: string; ends?: string; where?: string };
}

interface Said {
  id: Id;
  localized: LocalizedValues;
  type: CompiledType<ContentType> | CompiledType<PageType>;
  days?: ReturnType<typeof eventFields>;
}

async function saidBy(installation: Installation, ids: readonly Id[]): Promise<Said[]> {
  const { content, model } = installation;
  const now = installation.now();
  const entries = (await entriesAmong(content, ids, now)).flatMap(({ uuid: id, type: of, live }) => {
    const type = model.contentType(of);
    return live !== null && type ? [{ id, localized: entryBody(live), type, days: eventFields(type) }] : [];
  });
  const seen = new Set(entries.map(({ id }) => id));
  const others = ids.filter((id) => !seen.has(id));
  const pages = others.length === 0 ? [] : await pagesAmong(content, others, now);
  return [
    ...entries,
    ...pages.flatMap(({ uuid: id, type: of, live }) => {
      const type = model.pageType(of);
      return live !== null && type ? [{ id, localized: pageBody(live), type }] : [];
    }),
  ];
}

/** What things of a list say in full, by their ids; only those that visitors see. */
export async function fullItems(
  installation: Installation,
  ids: readonly Id[],
  language: string | undefined,
): Promise<Map<Id, FullItem>> {
  const said = await saidBy(installation, ids);
  const drawing = await drawingOf(
    installation.content,
    installation,
    said.flatMap(({ type, localized }) => referencesInLocalized(type.fields, localized)),
    language,
  );
  return new Map(
    said.map(({ id, type, localized, days }) => {
      const values = valuesIn(localized, language);
      const text = (field: Id | undefined): string | undefined => {
        const value = field === undefined ? undefined : values[field];
        return typeof value === 'string' ? value : undefined;
      };
      const begins = text(days?.begins);
      const ends = text(days?.ends);
      const where =
        days?.where === undefined
          ? undefined
          : mapToFace({ kicker: [[{ field: days.where }]] }, type, localized, drawing).kicker?.[0]?.words;
      return [
        id,
        {
          face: mapToFace(type.definition.face.mapping, type, localized, drawing),
          ...(begins === undefined
            ? {}
            : {
                happens: {
                  begins,
                  ...(ends === undefined ? {} : { ends }),
                  ...(where ? { where } : {}),
                },
              }),
        },
      ];
    }),
  );
}
