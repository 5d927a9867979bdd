'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactElement } from 'react';
import type {
  ManyAsked,
  ManyChange,
  ManyChangeName,
  ManyFound,
  ManyOfAllAsked,
} from '../../../../contract/many';
import type { AllFilters } from '../../../../contract/table-filters';
import { changesOf, fieldChanges, type FieldChangeName } from '../../../../core/content/change-field';
import type { Fault } from '../../../../core/faults';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType, Field } from '../../../../core/model/document';
import { mayPublish } from '../../../../core/roles';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Note } from '../../../../ui/marks';
import { useMay, usePerson } from '../../../../ui/shell/person';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { usePaused } from '../../../../ui/use-paused';
import styles from './many.module.css';
import type { Counted } from './table/counted';
import { MergeTwo } from './merge-two';
import { ManyComes } from './many-comes';
import { ManyGoes } from './many-goes';
import { ManyNeeds, needsOf, type Given } from './many-needs';

const words: Record<ManyChangeName, string> = {
  set: 'Set',
  clear: 'Clear',
  add: 'Add to',
  take: 'Take from',
  replace: 'Find and replace in',
  shift: 'Shift the days of',
  publish: 'Publish them',
  schedule: 'Publish them at a time',
  withdraw: 'Withdraw them',
  submit: 'Send them for review',
  give: 'Give them to somebody',
  bin: 'Bin them',
  restore: 'Take them out of the bin',
};

const isOfField = (does: ManyChangeName): does is FieldChangeName =>
  fieldChanges.some((each) => each === does);

const inWords = (n: number): string => `${n.toLocaleString('en')} ${n === 1 ? 'entry' : 'entries'}`;

/** What the one who is signed in may do with many entries, of a type or of several. */
function useDoable(type: CompiledType<ContentType> | undefined): ManyChangeName[] {
  const { role } = usePerson();
  const writes = useMay('write entries');
  // Of several types those that ask for review stay as they are, and say so.
  const publishes = mayPublish(role, type?.definition.review ?? false);
  return [
    ...(writes && type
      ? fieldChanges.filter((does) => type.fields.some((field) => changesOf(field).includes(does)))
      : []),
    ...(publishes ? (['publish', 'schedule', 'withdraw'] as const) : []),
    ...(writes ? (['submit'] as const) : []),
    'give',
    ...(writes ? (['bin', 'restore'] as const) : []),
  ];
}

/**
 * What is done to the entries that are ticked, or to all that the table finds: said in one line, weighed before anything is
 * done, and taken back as one.
 */
export function ManyBar({
  type,
  ids,
  found,
  total,
  onAll,
  onNone,
}: {
  /** The type they are of; nothing where they are of several, and no field is changed. */
  type?: CompiledType<ContentType>;
  /** Those that are ticked; undefined where all that is found is meant. */
  ids: readonly string[] | undefined;
  found: ManyFound | AllFilters;
  /** How many the table finds. */
  total: Counted;
  onAll: () => void;
  onNone: () => void;
}): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const doable = useDoable(type);
  const [does, setDoes] = useState<ManyChangeName>(doable[0] ?? 'give');
  const fieldsFor = (name: ManyChangeName): Field[] =>
    isOfField(name) && type ? type.fields.filter((field) => changesOf(field).includes(name)) : [];
  const fields = fieldsFor(does);
  const [key, setKey] = useState<string>();
  const field = fields.find((each) => each.key === key) ?? fields[0];
  const [given, setGiven] = useState<Given>({});
  const [goesOn, setGoesOn] = useState<{ work: string; act: string | undefined }>();
  const writes = useMay('write entries');
  const [merging, setMerging] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  const change: ManyChange = { ...given, does, ...(field ? { field: field.key } : {}) };
  const isComplete = needsOf(does).every((need) => given[need] !== undefined && given[need] !== null);
  const asked: ManyAsked | ManyOfAllAsked = { ...(ids ? { ids: [...ids] } : { found }), change };
  const text = JSON.stringify(asked);
  const isSettled = usePaused(text) === text;
  const isTried = isComplete && isSettled;
  const ofType = useAsk(
    'tryMany',
    { path: { id: type?.id ?? '' }, body: asked },
    { enabled: isTried && type !== undefined },
  );
  const ofAll = useAsk('tryManyOfAll', { body: asked }, { enabled: isTried && type === undefined });
  const trial = type ? ofType : ofAll;
  const comes = isComplete && isSettled && !trial.isPlaceholderData ? trial.data : undefined;
  const faults = [...(problem?.faults ?? []), ...(trial.error?.faults ?? [])];
  const allFound = (inNumbers: (n: number) => string) =>
    total.isAll ? `All ${inNumbers(total.n)} that are found` : 'All that are found';
  const counted = (n: number) => (type ? inWords(n) : n.toLocaleString('en'));
  const put = <K extends keyof Given>(part: K, value: Given[K] | undefined) => {
    const next = { ...given };
    if (value === undefined) delete next[part];
    else next[part] = value;
    setGiven(next);
    setProblem(undefined);
  };
  const begin = (next: ManyChangeName) => {
    setDoes(next);
    setGiven({});
    setProblem(undefined);
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(undefined);
    try {
      const done = type
        ? await ask('changeMany', { path: { id: type.id }, body: asked })
        : await ask('changeManyOfAll', { body: asked });
      if (done.goesOn !== undefined) setGoesOn({ work: done.goesOn, act: done.act ?? undefined });
      else {
        tell(done.changed === 0 ? 'Nothing was changed.' : `${inWords(done.changed)} changed.`);
        setGiven({});
        await client.invalidateQueries();
      }
    } catch (error) {
      setProblem({ words: wordsOf(error), faults: error instanceof Problem ? error.faults : [] });
    } finally {
      setBusy(false);
    }
  };
  if (goesOn)
    return (
      <ManyGoes
        {...goesOn}
        what={words[does]}
        onOver={() => {
          setGoesOn(undefined);
          setGiven({});
        }}
      />
    );
  const apart = problem && problem.faults.length === 0 ? problem.words : undefined;
  const [one, two, ...more] = ids ?? [];
  const pair =
    one !== undefined && two !== undefined && more.length === 0 ? ([one, two] as const) : undefined;
  return (
    <Frame label="What is done to many">
      <form className={styles.bar} onSubmit={(event) => void submit(event)} noValidate>
        <div className={styles.line}>
          <b>{ids ? `${counted(ids.length)} ticked` : allFound(counted)}</b>
          {ids && (!total.isAll || total.n > ids.length) && (
            <Button size="small" onClick={onAll}>
              {allFound((n) => n.toLocaleString('en'))}
            </Button>
          )}
          <Button size="small" onClick={onNone}>
            None
          </Button>
          {pair && writes && type && (
            <Button size="small" onClick={() => setMerging(true)}>
              Make one of the two…
            </Button>
          )}
        </div>
        <div className={styles.line}>
          <select
            className={look.box ?? ''}
            aria-label="What is done"
            value={does}
            onChange={({ target }) => {
              const next = doable.find((each) => each === target.value);
              if (next) begin(next);
            }}
          >
            {doable.map((each) => (
              <option key={each} value={each}>
                {words[each]}
              </option>
            ))}
          </select>
          {fields.length > 0 && (
            <select
              className={look.box ?? ''}
              aria-label="Field"
              value={field?.key}
              onChange={({ target }) => {
                setKey(target.value);
                setGiven({});
              }}
            >
              {fields.map((each) => (
                <option key={each.id} value={each.key}>
                  {each.label}
                </option>
              ))}
            </select>
          )}
          <ManyNeeds does={does} field={field} given={given} faults={faults} put={put} />
          <Button
            type="submit"
            variant="contained"
            disabled={busy || !isComplete || comes === undefined || comes.changed === 0}
          >
            {comes && comes.changed > 0
              ? `Do it to ${comes.looked < comes.total ? 'all' : inWords(comes.changed)}`
              : 'Do it'}
          </Button>
        </div>
        {isComplete && !comes && !trial.error && <p className={look.pencil}>Weighing what it comes to…</p>}
        {comes && <ManyComes comes={comes} />}
        {(apart ?? (trial.error && trial.error.faults.length === 0 ? trial.error.message : undefined)) && (
          <Note sort="error" role="alert">
            {apart ?? trial.error?.message}
          </Note>
        )}
      </form>
      {merging && pair && type && (
        <MergeTwo
          type={type}
          ids={pair}
          onClose={() => {
            setMerging(false);
            onNone();
          }}
        />
      )}
    </Frame>
  );
}
