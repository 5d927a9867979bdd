import type { ReactElement } from 'react';
import type { Field, ModelDocument, PageSource, PageType } from '../../../../core/model/document';
import { kindFor, plainFields } from '../../../../core/model/kinds';
import { arrangementKinds } from '../../../../core/mapping/arrangement/arrangement';
import { collectionArrangements } from '../../../../core/site/collection';
import { Chosen } from '../../../../ui/chosen';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import { useWorkingModel } from './working-model';

/** The fields of a type that say where something leads. */
const linksOf = ({ fields }: PageType): Field[] =>
  plainFields(fields).filter((field) => kindFor(field).shows === 'link');

type SourceName = PageSource['kind'];

interface SettingsProps<S extends PageSource> {
  type: PageType;
  source: S;
  document: ModelDocument;
  onChange: (source: PageSource) => void;
}

/** One way to fill pages, as an architect is offered it. */
interface SourceUi<S extends PageSource> {
  words: string;
  /** What it begins with; nothing where the model has nothing to fill it from. */
  begin(document: ModelDocument, type: PageType): S | undefined;
  Settings?(props: SettingsProps<S>): ReactElement;
}

const sources: { readonly [K in SourceName]: SourceUi<Extract<PageSource, { kind: K }>> } = {
  blocks: { words: 'Its own words and blocks', begin: () => ({ kind: 'blocks' }) },
  listing: { words: 'A listing', begin: () => ({ kind: 'listing' }) },
  collection: {
    words: 'Entries picked by hand',
    begin: () => ({ kind: 'collection', types: [] }),
    Settings: ({ source, document, onChange }) => (
      <>
        <Labelled
          id="source-types"
          label="Entries of"
          group
          help={source.types.length === 0 ? 'None chosen: of every type.' : undefined}
        >
          <div>
            {document.contentTypes.map(({ id, label }) => (
              <YesRule
                key={id}
                label={label}
                value={source.types.includes(id)}
                onChange={(may) =>
                  onChange({
                    ...source,
                    types: document.contentTypes
                      .map((each) => each.id)
                      .filter((each) => (each === id ? may : source.types.includes(each))),
                  })
                }
              />
            ))}
          </div>
        </Labelled>
        <Chosen
          id="source-arrangement"
          label="Set out as"
          value={source.arrangement ?? 'cards'}
          options={collectionArrangements.map((each) => [each, arrangementKinds[each].label] as const)}
          onChange={(arrangement) =>
            onChange({
              kind: 'collection',
              types: source.types,
              ...(arrangement === 'cards' ? {} : { arrangement }),
            })
          }
        />
      </>
    ),
  },
  category: {
    words: 'The categories of a scheme',
    begin: ({ schemes: [first] }) => first && { kind: 'category', scheme: first.id },
    Settings: ({ source, document, onChange }) => (
      <>
        <Chosen
          id="source-scheme"
          label="Categories of"
          value={source.scheme}
          options={document.schemes.map(({ id, label }) => [id, label] as const)}
          onChange={(id) => onChange({ ...source, scheme: id })}
        />
        <Chosen
          id="source-empty"
          label="Categories with nothing in them"
          value={source.empty ?? 'shown'}
          options={[
            ['shown', 'Have a page all the same'],
            ['hidden', 'Have no page'],
            ['up', 'Lead to the category above'],
          ]}
          onChange={(how) =>
            onChange({
              kind: 'category',
              scheme: source.scheme,
              ...(how === 'hidden' || how === 'up' ? { empty: how } : {}),
            })
          }
        />
      </>
    ),
  },
  entry: {
    words: 'The entries of a type',
    begin: ({ contentTypes: [first] }) => first && { kind: 'entry', type: first.id },
    Settings({ type, source, document, onChange }) {
      const others = document.pageTypes.filter(
        (other) =>
          other.id !== type.id && other.source.kind === source.kind && other.source.type === source.type,
      );
      const names = others.length > 0 ? others.map(({ label }) => label).join(', ') : 'no other page type';
      return (
        <>
          <Chosen
            id="source-type"
            label="Entries of"
            value={source.type}
            options={document.contentTypes.map(({ id, plural }) => [id, plural] as const)}
            onChange={(id) => onChange({ kind: 'entry', type: id })}
          />
          {(source.home || others.length > 0) && (
            <YesRule
              label={`The home of an entry, also shown by ${names}`}
              value={source.home === true}
              onChange={(home) =>
                onChange({ kind: 'entry', type: source.type, ...(home ? { home: true } : {}) })
              }
            />
          )}
        </>
      );
    },
  },
  heading: {
    words: 'Nothing: a heading over pages below it',
    begin: () => ({ kind: 'heading' }),
  },
  link: {
    words: 'Nothing: it leads elsewhere, by a link',
    begin: (_document, type) => {
      const [first] = linksOf(type);
      return first && { kind: 'link', field: first.id };
    },
    Settings: ({ type, source, onChange }) => (
      <Chosen
        id="source-link"
        label="Leads where this says"
        value={source.field}
        options={linksOf(type).map(({ id, label }) => [id, label] as const)}
        onChange={(field) => onChange({ kind: 'link', field })}
      />
    ),
  },
};

const sourceNames = Object.keys(sources) as SourceName[];

/** The settings of a source. A source is of its own kind; the look-up by name cannot say so to the compiler. */
function SettingsOf<S extends PageSource>(props: SettingsProps<S>): ReactElement | null {
  const { Settings } = sources[props.source.kind] as unknown as SourceUi<S>;
  return Settings ? <Settings {...props} /> : null;
}

/** What fills the pages of a type, and all that can be set of it. */
export function SourceSettings({
  type,
  onChange,
}: {
  type: PageType;
  onChange: (source: PageSource) => void;
}): ReactElement {
  const { document } = useWorkingModel();
  const possible = sourceNames.filter((name) => sources[name].begin(document, type));
  return (
    <>
      <Chosen
        id="type-source"
        label="Filled by"
        value={type.source.kind}
        options={possible.map((name) => [name, sources[name].words] as const)}
        onChange={(chosen) => {
          const name = possible.find((each) => each === chosen);
          const begun = name && sources[name].begin(document, type);
          if (begun) onChange(begun);
        }}
      />
      <SettingsOf type={type} source={type.source} document={document} onChange={onChange} />
    </>
  );
}
