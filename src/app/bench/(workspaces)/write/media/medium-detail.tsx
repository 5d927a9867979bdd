'use client';
import { Button, IconButton } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import type { MediaAnswer } from '../../../../../contract/media';
import type { Fault } from '../../../../../core/faults';
import type { Field } from '../../../../../core/model/document';
import { isFilledIn, mediumFields } from '../../../../../core/model/media-type';
import { Link } from '../../../../../ui/link';
import { historyOf } from '../../../../../ui/versions/version-hrefs';
import { ask, Problem, sendFile, wordsOf } from '../../../../../ui/ask';
import { CameInNote } from '../../../../../ui/came-in-note';
import { Conflicts } from '../../../../../ui/conflicts-later';
import { HereNow } from '../../../../../ui/here-now';
import { EntryForm } from '../../../../../ui/entry-form';
import {
  faultsInForm,
  fieldsFor,
  fieldsIn,
  localizedPatchOf,
  withLanguages,
} from '../../../../../ui/form-languages';
import { FileButton } from '../../../../../ui/file-button';
import { Frame } from '../../../../../ui/frame';
import { EditPicture } from '../../../../../ui/kinds/dialogs-later';
import { LanguageChoice } from '../../../../../ui/language-choice';
import { Mono, Note } from '../../../../../ui/marks';
import { useModel } from '../../../../../ui/model-in-force';
import { parseForm } from '../../../../../ui/parse-form';
import { Steps } from '../../../../../ui/steps';
import { Sure } from '../../../../../ui/sure';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { useKeptForm } from '../../../../../ui/use-kept-form';
import { forgetUnsaved } from '../../../../../ui/unsaved';
import styles from './media.module.css';
import { MediumSeen } from './medium-seen';

/** What is asked again when something else is said of a medium. */
const followers = new Set([
  'media',
  'medium',
  'mediumReach',
  'categoryCounts',
  'known',
  'tryListing',
  'listingResult',
]);

interface Props {
  id: string;
  today: string;
  mayWrite: boolean;
  onClose: () => void;
}

/**
 * One medium with what is said of it. Visitors see at once what is kept, so it is kept when someone says so;
 * words that were typed stay in the browser till then.
 */
export function MediumDetail({ id, today, mayWrite, onClose }: Props): ReactElement {
  const { data: medium, error } = useAsk('medium', { path: { id } });
  if (!medium)
    return (
      <Frame label="Medium">
        <div className={styles.detail}>
          {error ? (
            <Note sort="error" role="alert">
              {error.message}
            </Note>
          ) : (
            <p role="status">Looking…</p>
          )}
        </div>
      </Frame>
    );
  return <Filled key={medium.id} medium={medium} today={today} mayWrite={mayWrite} onClose={onClose} />;
}

function Filled({
  medium,
  today,
  mayWrite,
  onClose,
}: { medium: MediaAnswer } & Omit<Props, 'id'>): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const model = useModel();
  const locales = model.document.locales.others;
  const isPicture = medium.sort === 'picture';
  const plays = medium.sort === 'film' || medium.sort === 'sound';
  const fields = model.media.fields.filter(isFilledIn);
  /** Fields that fit what it is; how a picture is seen is filled in on the picture itself. */
  const isShown = ({ id }: Field): boolean => {
    if (id === mediumFields.poster || id === mediumFields.spoken) return plays;
    return id === mediumFields.decoration ? isPicture : id !== mediumFields.edit;
  };
  const [editing, setEditing] = useState(false);
  const everyField = [...fields, ...locales.flatMap((locale) => fieldsIn(fields, locale))];
  const { values: kept } = withLanguages(
    { values: medium.values, translations: medium.translations },
    fields,
    locales,
  );
  const name = `medium-${medium.id}`;
  const form = { model: model.revision, fields: everyField };
  const { given, changes, conflicts, cameIn, change, undo, redo, leave, decide } = useKeptForm(
    name,
    { revision: medium.revision, values: kept },
    form,
  );
  const scope = { model, fields: everyField };
  const [locale, setLocale] = useState('');
  const [busy, setBusy] = useState(false);
  const [sure, setSure] = useState(false);
  const { data: reach } = useAsk('mediumReach', { path: { id: medium.id } }, { enabled: sure });
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  const typed = Object.keys(changes).length > 0;
  const reading = parseForm(everyField, given, today);
  const told = new Set(reading.faults.map(({ path }) => path));
  const faults = [
    ...reading.faults,
    ...faultsInForm(problem?.faults ?? []).filter(({ path }) => !told.has(path)),
  ];
  const bin = async (instead?: string) => {
    setSure(false);
    setBusy(true);
    setProblem(undefined);
    try {
      await ask('binMedium', {
        path: { id: medium.id },
        revision: medium.revision,
        query: instead === undefined ? {} : { instead },
      });
      forgetUnsaved(name);
      tell(`${medium.label} is in the bin.`);
      onClose();
      await client.invalidateQueries();
    } catch (caught) {
      setProblem({ words: wordsOf(caught), faults: [] });
      setBusy(false);
    }
  };
  const replace = async (file: File) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const { id, revision } = medium;
      await sendFile('replaceFile', file, { name: file.name }, undefined, { id, revision });
      await client.invalidateQueries({ predicate: ({ queryKey }) => followers.has(String(queryKey[0])) });
    } catch (caught) {
      setProblem({ words: wordsOf(caught), faults: [] });
    } finally {
      setBusy(false);
    }
  };
  const keep = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      await ask('changeMedium', {
        path: { id: medium.id },
        revision: medium.revision,
        body: localizedPatchOf(changes, locales),
      });
      tell(`${medium.label} is saved.`);
      await client.invalidateQueries({ predicate: ({ queryKey }) => followers.has(String(queryKey[0])) });
    } catch (caught) {
      const changed = caught instanceof Problem && caught.status === 412;
      setProblem({
        words: changed
          ? 'Somebody else changed this medium meanwhile. What they wrote stands here beside your words: look at it, then save.'
          : wordsOf(caught),
        faults: caught instanceof Problem ? caught.faults : [],
      });
      if (changed) await client.invalidateQueries({ queryKey: ['medium'] });
    } finally {
      setBusy(false);
    }
  };
  return (
    <Frame label={medium.label}>
      <div className={styles.detail}>
        <div className={styles.named}>
          <h2>{medium.label}</h2>
          <IconButton sx={{ p: '2px' }} aria-label={`Close ${medium.label}`} onClick={onClose}>
            <X size={15} />
          </IconButton>
        </div>
        <div className={styles.seen}>
          <MediumSeen medium={medium} given={given} />
          <a href={medium.address} target="_blank" rel="noreferrer">
            Open the file
          </a>
          <Mono>{medium.mime}</Mono>
          {isPicture && mayWrite && (
            <Button size="small" onClick={() => setEditing(true)}>
              Turn, straighten, cut…
            </Button>
          )}
          {editing && (
            <EditPicture
              medium={medium}
              edit={typeof given.edit === 'string' ? given.edit : ''}
              where="wherever it stands, where nothing else is said there"
              onClose={() => setEditing(false)}
              onTake={(edit) => {
                setEditing(false);
                change('edit', edit || null);
              }}
            />
          )}
        </div>
        {problem && (
          <Note sort="error" role="alert">
            {problem.words}
          </Note>
        )}
        {cameIn.length > 0 && <CameInNote cameIn={{ by: '', keys: [...cameIn] }} scope={scope} />}
        <HereNow record={medium.id} fields={fields} />
        <LanguageChoice value={locale} onChange={setLocale} />
        <EntryForm
          id="medium-"
          fields={fieldsFor(fields.filter(isShown), locale)}
          values={given}
          faults={faults}
          disabled={!mayWrite}
          onChange={change}
        />
        {mayWrite && (
          <div className={styles.tools}>
            <Steps undo={undo} redo={redo} />
            <Button
              variant="contained"
              disabled={!typed || busy || reading.faults.length > 0}
              onClick={() => void keep()}
            >
              Save
            </Button>
            <Button
              disabled={!typed || busy}
              onClick={() => {
                setProblem(undefined);
                leave();
              }}
            >
              Leave it as it was
            </Button>
            <FileButton
              id="another-file"
              label="Another file in its place"
              accept=""
              onFiles={([file]) => file && void replace(file)}
            />
            <Button disabled={busy} onClick={() => setSure(true)}>
              Bin
            </Button>
            <Button component={Link} href={historyOf('medium', medium.id)}>
              Versions
            </Button>
          </div>
        )}
      </div>
      {conflicts.length > 0 && (
        <Conflicts conflicts={conflicts} scope={scope} values={given} by="" saved={false} onDecide={decide} />
      )}
      {sure && (
        <Sure
          title={`Put “${medium.label}” in the bin?`}
          act="Bin it"
          said={['Visitors cannot get its file any more.']}
          reach={
            reach && [
              { words: 'These show it, and would show nothing there:', things: reach.goesTo },
              { words: 'Pages that change:', things: reach.pages },
            ]
          }
          undo="It comes back from the bin to wherever it is shown."
          record={medium.id}
          onCancel={() => setSure(false)}
          onSure={(instead) => void bin(instead)}
        />
      )}
    </Frame>
  );
}
