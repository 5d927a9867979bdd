import type { EntriesAnswer, EntryAnswer } from '../../src/contract/entries';
import type { ModelAnswer, WorkingModelAnswer } from '../../src/contract/model';
import { newId } from '../../src/core/ids';
import type { Choice } from '../../src/core/model/kinds/choice';
import type { ContentType, Field, ModelDocument } from '../../src/core/model/document';
import type { Served } from './served';

const plain = ({ fields }: ContentType): Field[] => fields.filter((each): each is Field => 'key' in each);

/** A model in which the type of findings has other fields. */
const withFields = (model: ModelDocument, change: (fields: Field[]) => Field[]): ModelDocument => ({
  ...model,
  contentTypes: model.contentTypes.map((type) =>
    type.key === 'finding'
      ? { ...type, fields: [...change(plain(type)), ...type.fields.filter((each) => 'include' in each)] }
      : type,
  ),
});

/** A model in which the kinds of findings are other choices. */
const withChoices = (model: ModelDocument, change: (choices: Choice[]) => Choice[]): ModelDocument =>
  withFields(model, (fields) =>
    fields.map((field) =>
      field.key === 'kind' && field.kind === 'choice'
        ? { ...field, rules: { ...field.rules, choices: change(field.rules.choices) } }
        : field,
    ),
  );

const extra = newId();

/** Changes of a model, with the most (s) that each should take. */
const changes: [words: string, aim: number, change: (model: ModelDocument) => ModelDocument][] = [
  [
    'a label',
    1,
    (model) =>
      withFields(model, (fields) =>
        fields.map((field) => (field.key === 'size' ? { ...field, label: `${field.label} ` + '.' } : field)),
      ),
  ],
  [
    'a changed rule',
    20,
    (model) =>
      withFields(model, (fields) =>
        fields.map((field) =>
          field.key === 'size' && field.kind === 'number'
            ? { ...field, rules: { ...field.rules, max: 390 } }
            : field,
        ),
      ),
  ],
  [
    'a new indexed field',
    20,
    (model) =>
      withFields(model, (fields) => [
        ...fields,
        ...fields
          .filter(({ key }) => key === 'by')
          .map((field) => ({
            ...field,
            id: extra,
            key: 'extra',
            label: 'Extra',
            required: false,
            indexed: true,
          })),
      ]),
  ],
  [
    'another kind of field',
    20,
    (model) =>
      withFields(model, (fields) =>
        fields.map((field) =>
          field.key === 'weight' ? ({ ...field, kind: 'line', rules: {} } as Field) : field,
        ),
      ),
  ],
  [
    'a new choice',
    20,
    (model) =>
      withChoices(model, (choices) => [...choices, { id: newId(), key: 'another', label: 'Another' }]),
  ],
  ['choices in another order', 20, (model) => withChoices(model, (choices) => choices.toReversed())],
  [
    'a new field of a block',
    20,
    (model) => ({
      ...model,
      blockTypes: model.blockTypes.map((type, i) => {
        const [first] = type.fields;
        return i === 0 && first
          ? { ...type, fields: [...type.fields, { ...first, id: newId(), key: 'more' }] }
          : type;
      }),
    }),
  ],
  [
    'a removed one',
    2,
    (model) => withFields(model, (fields) => fields.filter(({ key }) => key !== 'places')),
  ],
];

/** Puts changes in force one after the other while somebody saves, and prints how long both took. */
export async function measureModelChanges(served: Served): Promise<void> {
  const { items } = await served.call<EntriesAnswer>('GET', '/entries?type=finding&state=published&limit=40');
  for (const [words, aim, change] of changes) {
    const { document } = await served.call<ModelAnswer>('GET', '/model');
    const { number } = await served.call<WorkingModelAnswer>('GET', '/model/working');
    const kept = await served.call<WorkingModelAnswer>('PUT', '/model/working', {
      body: { document: change(document) },
      revision: number,
    });
    await served.health();
    const waits: number[] = [];
    let done = false;
    const saving = async () => {
      for (let n = 0; !done; n += 1) {
        const began = performance.now();
        const { id, revision } = await served.call<EntryAnswer>(
          'GET',
          `/entries/${items[n % items.length]?.id ?? ''}`,
        );
        await served.call('PATCH', `/entries/${id}`, { body: { values: { size: n % 300 } }, revision });
        waits.push(performance.now() - began);
      }
    };
    const saves = saving();
    const began = performance.now();
    await served.call('POST', '/model/working/apply', { revision: kept.number });
    const took = (performance.now() - began) / 1000;
    done = true;
    await saves;
    const { loop } = await served.health();
    const worst = Math.max(...waits) / 1000;
    console.log(
      `  ${words.padEnd(24)} ${took.toFixed(2).padStart(8)} s (aim ${aim}), a save meanwhile at most ${worst.toFixed(2)} s (aim 1), the loop ${loop.toFixed(0)} ms`,
    );
  }
}
