'use client';
import { OutlinedInput } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { slugFrom } from '../../../../core/content/slug';
import { expandFields } from '../../../../core/model/compile';
import {
  behaviours,
  modelBounds,
  TOP,
  type AnyShape,
  type Field,
  type PageType,
  type SlugRule,
} from '../../../../core/model/document';
import { listOf, relabel, setsOf, shapesIn } from '../../../../core/model/change/edit';
import { languageName } from '../../../../ui/form-languages';
import { typeIcons } from '../../../../ui/icon';
import { NumberRule, YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { Mono } from '../../../../ui/marks';
import { TextBox } from '../../../../ui/text-box';
import { Chosen } from '../../../../ui/chosen';
import { BeginsWith } from './begins-with';
import { FoundSettings } from './found-settings';
import { lists } from './lists';
import styles from './shape.module.css';
import { usePlacing, type Cell } from './placement/use-placing';
import { useWorkingModel } from './working-model';
import { kindFor } from '../../../../core/model/kinds';
import { TypeAudience } from './type-audience';
import { SourceSettings } from './source-settings';
import { VocabularySettings } from './vocabulary-settings';

interface Props {
  shape: AnyShape;
  mayChange: boolean;
  onChange: (shape: AnyShape) => void;
}

const ofKind = (fields: readonly Field[], ...kinds: Field['kind'][]): [string, string][] =>
  fields.filter(({ kind }) => kinds.includes(kind)).map(({ id, label }) => [id, label]);

/** How an address is made, with a box to try it out. */
function AddressRule({
  rule,
  fields,
  locale,
  locales,
  disabled,
  onChange,
}: {
  rule: SlugRule;
  fields: readonly Field[];
  locale: string;
  locales: readonly string[];
  disabled: boolean;
  onChange: (rule: SlugRule) => void;
}): ReactElement {
  const [words, setWords] = useState('');
  const slug = slugFrom(words, rule, locale);
  return (
    <section className={styles.rule} aria-label="Rule of addresses">
      <div className={styles.pair}>
        <Chosen
          id="slug-from"
          label="Address made from"
          value={rule.from}
          options={ofKind(fields, 'line', 'computed')}
          onChange={(from) => onChange({ ...rule, from })}
        />
        <NumberRule
          whole
          id="slug-most"
          label="At most, characters"
          value={rule.atMost}
          onChange={(atMost) => onChange({ ...rule, atMost: Math.max(8, Math.min(96, atMost ?? 60)) })}
        />
      </div>
      {[...new Set(locales.map((each) => each.split('-')[0] ?? each))].map((language) => (
        <Labelled
          key={language}
          id={`drop-${language}`}
          label={`Small words left out, ${languageName(language)}`}
        >
          <OutlinedInput
            id={`drop-${language}`}
            fullWidth
            disabled={disabled}
            value={(rule.drop[language] ?? []).join(' ')}
            onChange={({ target }) =>
              onChange({
                ...rule,
                drop: {
                  ...rule.drop,
                  [language]: target.value
                    .split(/[\s,]+/)
                    .filter(Boolean)
                    .slice(0, 200),
                },
              })
            }
          />
        </Labelled>
      ))}
      <Labelled
        id="slug-try"
        label="Try it: type a title"
        help={
          words ? (
            <>
              Its address ends in <Mono>{slug || '…nothing: a plain name is used'}</Mono>
            </>
          ) : (
            'Nothing of this is saved.'
          )
        }
      >
        <OutlinedInput
          id="slug-try"
          fullWidth
          value={words}
          placeholder="The winter walks of the reserve"
          onChange={({ target }) => setWords(target.value)}
        />
      </Labelled>
    </section>
  );
}

/** Where a page type may stand and what it may hold: the one relation, seen from the type. */
function Homes({ type }: { type: PageType }): ReactElement {
  const { document } = useWorkingModel();
  const { stands, set, asked } = usePlacing();
  const answer = (cell: Cell, label: string) => (
    <YesRule
      key={`${cell.parent} ${cell.child}`}
      label={label}
      value={stands(cell)}
      onChange={(may) => set([cell], may)}
    />
  );
  return (
    <>
      <Labelled id="type-homes" label="May stand" group>
        <div className={styles.answers}>
          {answer({ parent: TOP, child: type.id }, 'at the top of a site')}
          {document.pageTypes.map((parent) =>
            answer({ parent: parent.id, child: type.id }, `under ${parent.label}`),
          )}
        </div>
      </Labelled>
      <Labelled id="type-holds" label="May hold" group>
        <div className={styles.answers}>
          {document.pageTypes.map((child) => answer({ parent: type.id, child: child.id }, child.label))}
        </div>
      </Labelled>
      {asked}
    </>
  );
}

/**
 * How a type is named, how its title, address and other roles are found; for a page type also what fills it
 * and where it may stand.
 */
export function TypeSettings({ shape, mayChange, onChange }: Props): ReactElement {
  const { document, inForce } = useWorkingModel();
  const list = listOf(document, shape.id) ?? 'contentTypes';
  const fields = expandFields(shape.fields, setsOf(document));
  const set = (part: object) => onChange({ ...shape, ...part } as AnyShape);
  const wasInForce = shapesIn(inForce, list).some(({ id }) => id === shape.id);
  const role = (name: 'summary' | 'picture' | 'date' | 'title', id: string) => {
    const { [name]: _gone, ...rest } = shape as AnyShape & Partial<Record<typeof name, string>>;
    onChange((id ? { ...rest, [name]: id } : rest) as AnyShape);
  };
  const locales = [document.locales.main, ...document.locales.others];
  return (
    <fieldset disabled={!mayChange} className={styles.form} style={{ border: 0, margin: 0, minWidth: 0 }}>
      <div className={styles.pair}>
        <TextBox
          id="type-label"
          label="Name of one"
          value={shape.label}
          onChange={(label) => onChange(relabel(shape, label, shapesIn(document, list), wasInForce))}
          faults={shape.label.trim() ? [] : ['This needs a name.']}
          help={
            wasInForce
              ? `Its key stays ${shape.key}.`
              : `Its key is ${shape.key}, and follows the name until it is in force.`
          }
          slotProps={{ input: { maxLength: modelBounds.label } }}
        />
        <TextBox
          id="type-plural"
          label="Name of several"
          value={shape.plural}
          onChange={(plural) => set({ plural })}
          faults={shape.plural.trim() ? [] : ['This needs a name.']}
          slotProps={{ input: { maxLength: modelBounds.label } }}
        />
        <Chosen
          id="type-icon"
          label="Icon"
          value={typeIcons[shape.icon] ? shape.icon : 'file'}
          options={Object.entries(typeIcons).map(([key, { label }]) => [key, label] as const)}
          onChange={(icon) => set({ icon })}
        />
      </div>
      <TextBox
        id="type-purpose"
        label="What it is for"
        value={shape.purpose}
        onChange={(purpose) => set({ purpose })}
        slotProps={{ input: { maxLength: modelBounds.words } }}
      />
      {'columns' in shape && (
        <>
          <div className={styles.pair}>
            <Chosen
              id="type-title"
              label="Title"
              value={shape.title}
              options={ofKind(fields, 'line', 'computed')}
              onChange={(title) => set({ title })}
              help="The line that names one of them."
            />
            <Chosen
              id="type-summary"
              label="Summary"
              value={shape.summary ?? ''}
              none="None"
              options={ofKind(fields, 'line', 'paragraphs', 'formatted')}
              onChange={(id) => role('summary', id)}
            />
            <Chosen
              id="type-picture"
              label="Picture"
              value={shape.picture ?? ''}
              none="None"
              options={ofKind(fields, 'media')}
              onChange={(id) => role('picture', id)}
            />
            <Chosen
              id="type-date"
              label="Date"
              value={shape.date ?? ''}
              none="None"
              options={ofKind(fields, 'date', 'moment')}
              onChange={(id) => role('date', id)}
            />
          </div>
          <VocabularySettings type={shape} fields={fields} onChange={onChange} />
          <FoundSettings type={shape} fields={fields} mayChange={mayChange} onChange={onChange} />
          <TypeAudience type={shape} mayChange={mayChange} onChange={onChange} />
          <AddressRule
            rule={shape.slug}
            fields={fields}
            locale={document.locales.main}
            locales={locales}
            disabled={!mayChange}
            onChange={(slug) => set({ slug })}
          />
          <Labelled id="type-columns" label="Columns of the table, at first" group>
            <div className={styles.answers}>
              {fields.map((field) => (
                <YesRule
                  key={field.id}
                  label={`${field.label}, ${kindFor(field).label.toLowerCase()}`}
                  value={shape.columns.includes(field.id)}
                  onChange={(shown) =>
                    set({
                      columns: fields
                        .map(({ id }) => id)
                        .filter((id) => (id === field.id ? shown : shape.columns.includes(id))),
                    })
                  }
                />
              ))}
            </div>
          </Labelled>
          <YesRule
            label="Someone who reviews must publish"
            value={shape.review}
            onChange={(review) => set({ review })}
          />
        </>
      )}
      {'layouts' in shape && (
        <>
          <div className={styles.pair}>
            <Chosen
              id="type-title"
              label="Title"
              value={shape.title}
              options={ofKind(fields, 'line', 'computed')}
              onChange={(title) => set({ title })}
              help="The line that names one of them."
            />
            <SourceSettings type={shape} onChange={(source) => set({ source })} />
            <Chosen
              id="type-navigation"
              label="Stands in the navigation"
              value={shape.inNavigation}
              options={[
                ['yes', 'Always'],
                ['no', 'Never'],
                ['editor', 'As set on each page'],
              ]}
              onChange={(inNavigation) => set({ inNavigation })}
            />
            <Chosen
              id="type-order"
              label="Order of what stands below"
              value={shape.childOrder}
              options={[
                ['byHand', 'By hand'],
                ['title', 'By title'],
                ['date', 'By date of publishing, newest first'],
              ]}
              onChange={(childOrder) => set({ childOrder })}
            />
            <BeginsWith
              type={shape}
              onChange={(starter) => {
                const { starter: _gone, ...rest } = shape;
                onChange(starter === undefined ? rest : { ...rest, starter });
              }}
            />
            <NumberRule
              whole
              id="type-most"
              label="At most in a site"
              value={shape.mostInSite}
              onChange={(mostInSite) => {
                const { mostInSite: _gone, ...rest } = shape;
                onChange(mostInSite === undefined ? rest : { ...rest, mostInSite: Math.max(1, mostInSite) });
              }}
            />
          </div>
          <AddressRule
            rule={shape.address}
            fields={fields}
            locale={document.locales.main}
            locales={locales}
            disabled={!mayChange}
            onChange={(address) => set({ address })}
          />
          <FoundSettings type={shape} fields={fields} mayChange={mayChange} onChange={onChange} />
          <TypeAudience type={shape} mayChange={mayChange} onChange={onChange} />
          <YesRule
            label="Someone who reviews must publish"
            value={shape.review ?? false}
            onChange={(review) => {
              const { review: _gone, ...rest } = shape;
              onChange(review ? { ...rest, review } : rest);
            }}
          />
          <Homes type={shape} />
        </>
      )}
      {list === 'blockTypes' && 'slots' in shape && (
        <div className={styles.pair}>
          <Chosen
            id="type-title"
            label="Named in outlines by"
            value={shape.title ?? ''}
            none="Its first line"
            options={ofKind(fields, 'line')}
            onChange={(id) => role('title', id)}
          />
          <Chosen
            id="type-behaves"
            label="Does"
            value={'behaves' in shape ? (shape.behaves ?? '') : ''}
            none="Shows it in its own appearance"
            options={behaviours.map(
              (each) =>
                [
                  each,
                  {
                    listing: 'Shows a listing',
                    slideshow: 'Shows further things one after the other',
                    trail: 'Shows the way to the page',
                    contact: 'Takes messages from visitors',
                    navigation: 'Leads to other pages of the tree',
                    teaser: 'Shows something in small, with as much as an editor chooses',
                    elsewhere: 'Shows something from elsewhere, once a visitor agrees',
                  }[each],
                ] as const,
            )}
            onChange={(behaves) => {
              const { behaves: _gone, ...rest } = shape as typeof shape & { behaves?: string };
              onChange((behaves ? { ...rest, behaves } : rest) as AnyShape);
            }}
          />
        </div>
      )}
      {'sort' in shape && (
        <Chosen
          id="scheme-sort"
          label="It is"
          value={shape.sort}
          options={[
            ['categories', 'A tree of categories'],
            ['tags', 'A flat set of tags'],
          ]}
          onChange={(sort) => set({ sort })}
        />
      )}
      {!mayChange && (
        <p className={look.pencil}>Only an architect may change this {lists[list].one.toLowerCase()}.</p>
      )}
    </fieldset>
  );
}
