'use client';
import {
  Autocomplete,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
} from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { CategoryAnswer, CategoryCount } from '../../../../contract/categories';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import type { Scheme } from '../../../../core/model/document';
import { FOLDERS } from '../../../../core/model/media-type';
import { ask } from '../../../../ui/ask';
import { CameInNote } from '../../../../ui/came-in-note';
import { Conflicts } from '../../../../ui/conflicts-later';
import { EntryForm } from '../../../../ui/entry-form';
import { HereNow } from '../../../../ui/here-now';
import { languageName } from '../../../../ui/form-languages';
import { Frame } from '../../../../ui/frame';
import { idsIn } from '../../../../ui/kinds/several-rules';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import { Mono } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { Steps } from '../../../../ui/steps';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import { useKeptForm } from '../../../../ui/use-kept-form';
import { historyOf } from '../../../../ui/versions/version-hrefs';
import styles from './categories.module.css';
import { kindFor } from '../../../../core/model/kinds';

interface Props {
  scheme: Scheme;
  category: CategoryAnswer;
  items: readonly CategoryAnswer[];
  counts: CategoryCount | undefined;
  mayChange: boolean;
  act: (what: () => Promise<unknown>, done?: string) => Promise<boolean>;
  onGone: () => void;
}

/** How many name a category itself, in words; of a folder, how many lie in it. */
function namedBy({ id }: Scheme, n: number): string {
  if (id === FOLDERS) return `${n} ${n === 1 ? 'medium lies' : 'media lie'} in it`;
  return n === 0 ? 'No entry names it' : `${n} ${n === 1 ? 'entry names' : 'entries name'} it`;
}

/** Another category, by its name. */
function Other({
  label,
  items,
  value,
  onChange,
}: {
  label: string;
  items: readonly CategoryAnswer[];
  value: string | undefined;
  onChange: (id: string | undefined) => void;
}): ReactElement {
  return (
    <Autocomplete
      options={[...items]}
      value={items.find(({ id }) => id === value) ?? null}
      getOptionLabel={(item) => item.label}
      getOptionKey={(item) => item.id}
      onChange={(_, item) => onChange(item?.id)}
      renderInput={(params) => <TextField {...params} label={label} sx={{ mt: 1 }} />}
    />
  );
}

/** Which entries that name a category go to the new one beside it. */
function Split({
  category,
  scheme,
  onClose,
  act,
}: {
  category: CategoryAnswer;
  scheme: Scheme;
  onClose: () => void;
  act: Props['act'];
}): ReactElement {
  const model = useModel();
  const [label, setLabel] = useState('');
  const [entries, setEntries] = useState<JsonObject>({});
  const types = model.contentTypes
    .filter(({ fields }) => fields.some((field) => kindFor(field).scheme === scheme.id))
    .map(({ id }) => id);
  const chosen = idsIn(entries.entries);
  return (
    <Dialog open fullWidth maxWidth="sm" onClose={onClose} aria-labelledby="split">
      <DialogTitle id="split">Split {category.label} in two</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <TextBox
          id="split-label"
          label="Name of the new one, beside it"
          autoFocus
          value={label}
          onChange={setLabel}
          slotProps={{ input: { maxLength: 120 } }}
        />
        <EntryForm
          id="split"
          fields={[
            {
              id: 'entries',
              key: 'entries',
              label: 'Entries that go to the new one',
              kind: 'entry',
              rules: { types, multiple: true },
            },
          ]}
          values={entries}
          faults={[]}
          onChange={(key, value) => setEntries({ [key]: value })}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button
          variant="contained"
          disabled={!label.trim()}
          onClick={() =>
            void act(
              () =>
                ask('splitCategory', {
                  path: { id: category.id },
                  revision: category.revision,
                  body: { label: label.trim(), entries: chosen },
                }),
              `${category.label} is split.`,
            ).then((done) => {
              if (done) onClose();
            })
          }
        >
          Split it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Where the entries of a category go when it is merged into another or taken away. */
function Going({
  way,
  scheme,
  category,
  items,
  counts,
  act,
  onClose,
  onGone,
}: Omit<Props, 'mayChange'> & { way: 'merge' | 'remove'; onClose: () => void }): ReactElement {
  const [to, setTo] = useState<string>();
  const below = items.filter(({ parent }) => parent === category.id).length;
  // Told only once it is known.
  const words = counts ? `${namedBy(scheme, counts.own)}.` : 'Counting what lies in it…';
  const done = async (ok: Promise<boolean>) => {
    if (await ok) {
      onClose();
      onGone();
    }
  };
  const path = { id: category.id };
  return (
    <Dialog open fullWidth maxWidth="xs" onClose={onClose} aria-labelledby="going">
      <DialogTitle id="going">
        {way === 'merge' ? `Merge ${category.label} into another` : `Take ${category.label} away?`}
      </DialogTitle>
      <DialogContent>
        <p>
          {words}{' '}
          {below > 0 &&
            `What stands below it ${way === 'merge' ? 'goes over too' : 'moves up to where it stood'}.`}
        </p>
        <Other
          label={
            way === 'merge'
              ? 'Becomes part of'
              : scheme.id === FOLDERS
                ? 'What lies in it goes to (nothing: it lies in no folder)'
                : 'Its entries go to (nothing: they lose it)'
          }
          items={items.filter(({ id }) => id !== category.id)}
          value={to}
          onChange={setTo}
        />
        {scheme.id !== FOLDERS && (
          <>
            {(way === 'merge' || to !== undefined || category.parent !== null) && (
              <p className={`${look.pencil} ${look.small}`}>
                Whoever comes by its old addresses is led on
                {to === undefined ? '' : ` to those of ${items.find(({ id }) => id === to)?.label ?? ''}`}.
              </p>
            )}
            <Reached scheme={scheme} />
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        {way === 'merge' ? (
          <Button
            variant="contained"
            disabled={!to}
            onClick={() =>
              to &&
              void done(
                act(
                  () => ask('mergeCategory', { path, revision: category.revision, body: { into: to } }),
                  'The two are one.',
                ),
              )
            }
          >
            Merge them
          </Button>
        ) : (
          <Button
            color="error"
            onClick={() =>
              void done(
                act(
                  () => ask('removeCategory', { path, revision: category.revision, query: to ? { to } : {} }),
                  `${category.label} is taken away.`,
                ),
              )
            }
          >
            Take it away
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

/** The visitor pages that may differ with a category, to be looked at before anything is kept. */
function Reached({ scheme }: { scheme: Scheme }): ReactElement | null {
  const { data } = useAsk('schemeReach', { path: { id: scheme.id } });
  if (!data) return null;
  if (data.pages.length === 0)
    return <p className={`${look.pencil} ${look.small}`}>No visitor page tells of it.</p>;
  return (
    <details className={styles.reached}>
      <summary>Visitor pages that may differ: {data.pages.length}</summary>
      <ul>
        {data.pages.map((page) => (
          <li key={page.id}>
            <a href={page.detail} target="_blank" rel="noreferrer">
              {page.label} <Mono>{page.detail}</Mono>
            </a>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** The names in other languages, as the server takes them. */
const namesIn = (labels: JsonObject): Record<string, string> =>
  Object.fromEntries(Object.entries(labels).map(([locale, name]) => [locale, String(name ?? '')]));
const asObject = (value: Json | undefined): JsonObject => (isJsonObject(value) ? value : {});

/** One category: its name in every language, its address, its own fields, and what can be done with it. */
export function CategoryDetail({
  scheme,
  category,
  items,
  counts,
  mayChange,
  act,
  onGone,
}: Props): ReactElement {
  const model = useModel();
  const [way, setWay] = useState<'merge' | 'remove' | 'split'>();
  const fields = model.scheme(scheme.id)?.fields ?? [];
  const others = model.document.locales.others;
  const folder = scheme.id === FOLDERS;
  const { given, changes, conflicts, cameIn, change, undo, redo, leave, decide } = useKeptForm(
    `category-${category.id}`,
    {
      revision: category.revision,
      values: {
        label: category.label,
        slug: category.slug,
        labels: category.labels,
        values: category.values,
      },
    },
    { model: model.revision, fields: [] },
  );
  const [label, slug] = [String(given.label ?? ''), String(given.slug ?? '')];
  const [labels, values] = [asObject(given.labels), asObject(given.values)];
  const typed = Object.keys(changes).length > 0;
  const scope = { model, fields };
  const keep = () =>
    act(
      () =>
        ask('changeCategory', {
          path: { id: category.id },
          revision: category.revision,
          body: { label: label.trim(), slug, labels: namesIn(labels), values },
        }),
      `${label.trim()} is saved.`,
    );
  return (
    <Frame label={category.label}>
      <form
        className={styles.detail}
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        {mayChange && <HereNow record={category.id} fields={fields} />}
        {cameIn.length > 0 && <CameInNote cameIn={{ by: '', keys: [...cameIn] }} scope={scope} />}
        <fieldset disabled={!mayChange}>
          <TextBox
            id="category-label"
            label="Name"
            value={label}
            onChange={(text) => change('label', text)}
            faults={label.trim() ? [] : ['This needs a name.']}
            slotProps={{ input: { maxLength: 120 } }}
            help={<>Its key is {category.key} and stays so.</>}
          />
          {others.map((locale) => (
            <TextBox
              key={locale}
              id={`category-${locale}`}
              label={`Name in ${languageName(locale)}`}
              value={String(labels[locale] ?? '')}
              onChange={(text) => change('labels', { ...labels, [locale]: text })}
            />
          ))}
          {!folder && (
            <TextBox
              id="category-slug"
              label="In its address"
              value={slug}
              onChange={(text) => change('slug', text)}
              slotProps={{ input: { maxLength: 96 } }}
            />
          )}
          {fields.length > 0 && (
            <EntryForm
              id="category"
              fields={fields}
              values={values}
              faults={category.faults}
              onChange={(key, value) => change('values', { ...values, [key]: value })}
              disabled={!mayChange}
            />
          )}
          {counts && (
            <p className={`${look.pencil} ${look.small}`}>
              {namedBy(scheme, counts.own)}; {counts.all} with what stands below it.
            </p>
          )}
          <Reached scheme={scheme} />
          {mayChange && (
            <div className={look.acts}>
              <Steps undo={undo} redo={redo} />
              <Button type="submit" variant="contained" disabled={!label.trim() || !typed}>
                Save
              </Button>
              {typed && <Button onClick={leave}>Leave it as it was</Button>}
              <Button component={Link} href={historyOf('category', category.id)}>
                Versions
              </Button>
              <Button onClick={() => setWay('merge')}>Merge into…</Button>
              {!folder && <Button onClick={() => setWay('split')}>Split…</Button>}
              <Button color="error" onClick={() => setWay('remove')}>
                Take away…
              </Button>
            </div>
          )}
        </fieldset>
      </form>
      {conflicts.length > 0 && (
        <Conflicts conflicts={conflicts} scope={scope} values={given} by="" saved={false} onDecide={decide} />
      )}
      {way === 'split' && (
        <Split category={category} scheme={scheme} act={act} onClose={() => setWay(undefined)} />
      )}
      {(way === 'merge' || way === 'remove') && (
        <Going
          way={way}
          scheme={scheme}
          category={category}
          items={items}
          counts={counts}
          act={act}
          onClose={() => setWay(undefined)}
          onGone={onGone}
        />
      )}
    </Frame>
  );
}
