import { checkModel } from '../../src/core/model/check';
import { emptyModel, TOP, type ContentType, type ModelDocument } from '../../src/core/model/document';
import { addField, setsOf } from '../../src/core/model/change/edit';
import { kindNames } from '../../src/core/model/kinds';
import { newContentType, newPageType } from '../../src/core/model/fresh/start';
import { newId } from '../../src/core/ids';
import { inTurn, report } from './pairs';

/** A model of 40 content types and 40 page types with 1,500 fields between them. */
function wideModel(): ModelDocument {
  const model = emptyModel('en');
  const sets = setsOf(model);
  const fill = <T extends ContentType | ModelDocument['pageTypes'][number]>(type: T, n: number): T =>
    Array.from({ length: n }, (_, i) => i).reduce<T>(
      (next, i) => addField(next, `Field ${i}`, kindNames[i % 9] ?? 'line', sets),
      type,
    );
  model.contentTypes = Array.from({ length: 40 }, (_, i) => fill(newContentType(`Content ${i}`, []), 24));
  model.pageTypes = Array.from({ length: 40 }, (_, i) =>
    fill(newPageType(`Page ${i}`, { kind: 'blocks' }, []), 12),
  );
  model.placements = model.pageTypes.map((type, i) => ({
    id: newId(),
    parent: i < 4 ? TOP : (model.pageTypes[i % 4]?.id ?? TOP),
    child: type.id,
  }));
  return model;
}

/** Checking a whole model against copying it, which is what handing it to a worker costs anyway. */
export async function measureModel(): Promise<void> {
  const model = wideModel();
  const used = new Set(model.contentTypes.map(({ id }) => id));
  const content = { used, shown: used };
  const [check, copy] = await inTurn(
    40,
    () => Promise.resolve(checkModel(model, content)),
    () => Promise.resolve(structuredClone(model)),
  );
  report(
    'Model: checking 80 types and 1,500 fields against copying it',
    check / copy,
    { under: 10 },
    `${check.toFixed(2)} against ${copy.toFixed(2)}`,
  );
}
