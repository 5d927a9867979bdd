import { referencesInLocalized } from '../../core/content/localized-values';
import type { Block } from '../../core/content/blocks';
import type { Id } from '../../core/ids';
import { leadingTo, type FaceContent } from '../../core/mapping/face';
import { mapToFace } from '../../core/mapping/map';
import type { CompiledType } from '../../core/model/compile';
import type { BlockType } from '../../core/model/document';
import { kindFor, type Link, type Value } from '../../core/model/kinds';
import { pagesAmong } from '../../store/known';
import { pageBody } from '../records/bodies';
import { drawingOf } from '../records/known';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';

/** The page that a link field of a block leads to. */
function linkedPage(type: CompiledType<BlockType>, { values }: Pick<Block, 'values'>): Id | undefined {
  for (const field of type.fields) {
    const value: Value | undefined = values[field.id];
    if (kindFor(field).shows !== 'link' || value === undefined) continue;
    const link = value as Link;
    if (link.to === 'page') return link.page;
  }
  return undefined;
}

/**
 * What a teaser that leads to a page shows: the page's own face, leading there, in the place of the plain link.
 * A page that visitors do not see leaves the face as it is.
 */
export async function withTeasedPage(
  installation: Installation,
  type: CompiledType<BlockType>,
  block: Pick<Block, 'values'>,
  face: FaceContent,
  language: string | undefined,
): Promise<FaceContent> {
  const { content, model } = installation;
  const page = linkedPage(type, block);
  const [row] = page === undefined ? [] : await pagesAmong(content, [page], installation.now());
  const of = row && model.pageType(row.type);
  if (!row || !of || row.live === null) return face;
  const body = pageBody(row.live);
  const drawing = await drawingOf(content, installation, referencesInLocalized(of.fields, body), language);
  const address = visitorAddress(installation, language, row.address);
  const { text: _text, ...own } = leadingTo(
    mapToFace(of.definition.face.mapping, of, body, drawing),
    address,
  );
  const { button: _button, ...rest } = face;
  return { ...rest, further: [...(face.further ?? []), { words: row.title, step: 0, face: own }] };
}
