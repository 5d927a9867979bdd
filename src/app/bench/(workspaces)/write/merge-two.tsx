'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { EntryAnswer } from '../../../../contract/entries';
import { sameJson, type Json, type JsonObject } from '../../../../core/json';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType, Field } from '../../../../core/model/document';
import { kindFor } from '../../../../core/model/kinds';
import { ask, wordsOf } from '../../../../ui/ask';
import { fieldsIn, localizedPatchOf, withLanguages } from '../../../../ui/form-languages';
import { Note, StateMark } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { useKnown } from '../../../../ui/use-known';
import { idsIn, valueInWords } from '../../../../ui/versions/value-in-words';
import styles from './many.module.css';

const isBlank = (value: Json | undefined) => value === undefined || value === null || value === '';

/** Two entries that are one thing, side by side where they differ: which of them stays, and what is kept of the other. */
export function MergeTwo({
  type,
  ids,
  onClose,
}: {
  type: CompiledType<ContentType>;
  ids: readonly [string, string];
  onClose: () => void;
}): ReactElement {
  const [first, second] = [
    useAsk('entry', { path: { id: ids[0] } }).data,
    useAsk('entry', { path: { id: ids[1] } }).data,
  ];
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="merge-two">
      <DialogTitle id="merge-two">Make one of two</DialogTitle>
      {first && second ? (
        <Both
          key={`${first.revision} ${second.revision}`}
          type={type}
          both={[first, second]}
          onClose={onClose}
        />
      ) : (
        <DialogContent>
          <p role="status">Looking…</p>
        </DialogContent>
      )}
    </Dialog>
  );
}

function Both({
  type,
  both,
  onClose,
}: {
  type: CompiledType<ContentType>;
  both: readonly [EntryAnswer, EntryAnswer];
  onClose: () => void;
}): ReactElement {
  const model = useModel();
  const client = useQueryClient();
  const tell = useTell();
  const { others: locales } = model.document.locales;
  // What visitors see stays, rather than what they do not.
  const [stays, setStays] = useState<0 | 1>(both[1].shown.length > 0 && both[0].shown.length === 0 ? 1 : 0);
  const [taken, setTaken] = useState<ReadonlyMap<string, boolean>>(new Map());
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const fields: readonly Field[] = [
    ...type.fields,
    ...locales.flatMap((locale) => fieldsIn(type.fields, locale)),
  ].filter((field) => !kindFor(field).derived);
  const said = both.map((each) => withLanguages(each, type.fields, locales).values);
  const [own, other] = [said[stays] ?? {}, said[1 - stays] ?? {}];
  const differing = fields.filter(({ key }) => !sameJson(own[key] ?? null, other[key] ?? null));
  const known = useKnown(said.flatMap((values) => Object.values(values).flatMap(idsIn)));
  // What one of them lacks is taken from the other.
  const isTaken = ({ key }: Field) => taken.get(key) ?? isBlank(own[key]);
  const words = (field: Field, values: JsonObject) =>
    valueInWords(values[field.key], { field }, { model }, known) ?? 'Empty';
  const [staying, going] = [both[stays], both[stays === 0 ? 1 : 0]];
  const merge = async () => {
    setBusy(true);
    setProblem(undefined);
    const patch = localizedPatchOf(
      Object.fromEntries(differing.filter(isTaken).map(({ key }) => [key, other[key] ?? null])),
      locales,
    );
    try {
      await ask('mergeEntries', {
        path: { id: staying.id },
        revision: staying.revision,
        body: { other: going.id, otherRevision: going.revision, ...patch },
      });
      onClose();
      tell(`“${going.title}” is one with “${staying.title}”.`);
      await client.invalidateQueries();
    } catch (error) {
      setProblem(wordsOf(error));
      setBusy(false);
    }
  };
  return (
    <>
      <DialogContent>
        <p>
          One stays, under its own address. What named the other names it then, the other’s address leads to
          it, and the other goes into the bin. One undo takes all of it back.
        </p>
        <table className={styles.merge}>
          <thead>
            <tr>
              <td />
              {both.map((each, i) => (
                <th key={each.id} scope="col">
                  <label>
                    <input
                      type="radio"
                      name="stays"
                      checked={stays === i}
                      onChange={() => {
                        setStays(i === 0 ? 0 : 1);
                        setTaken(new Map());
                      }}
                    />
                    {each.title || 'Without a name'} {stays === i ? 'stays' : 'goes'}
                  </label>
                  <StateMark state={each.state} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {differing.length === 0 && (
              <tr>
                <td colSpan={3}>They say the same.</td>
              </tr>
            )}
            {differing.map((field) => (
              <tr key={field.id}>
                <th scope="row">{field.label}</th>
                {([0, 1] as const).map((i) => (
                  <td key={i} data-kept={isTaken(field) === (i !== stays)}>
                    <label>
                      <input
                        type="radio"
                        name={field.key}
                        checked={isTaken(field) === (i !== stays)}
                        onChange={() => setTaken(new Map([...taken, [field.key, i !== stays]]))}
                      />
                      {words(field, said[i] ?? {})}
                    </label>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy} onClick={() => void merge()}>
          Make one of them
        </Button>
      </DialogActions>
    </>
  );
}
