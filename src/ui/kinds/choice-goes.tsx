'use client';
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Radio,
  RadioGroup,
} from '@mui/material';
import { useQueries } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { CompiledModel } from '../../core/model/compile';
import type { Id } from '../../core/ids';
import { kindFor } from '../../core/model/kinds';
import type { Choice } from '../../core/model/kinds/choice';
import { ask } from '../ask';
import { Chosen } from '../chosen';
import { useModel } from '../model-in-force';

/** What becomes of a choice: it gives way to another or to nothing, or stays where it was chosen. */
export type ChoiceFate = { to: Id | null } | 'stays';

/** The fields of content types in force that offer a choice, each with its type. */
const offering = (model: CompiledModel, id: Id) =>
  model.contentTypes.flatMap((type) =>
    type.fields
      .filter((field) => kindFor(field).choices?.some((each) => each.id === id))
      .map((field) => ({ type: type.definition, field })),
  );

/** In how many entries a choice is chosen; undefined until that is known. */
function useUses(choice: Choice): number | undefined {
  const model = useModel();
  return useQueries({
    queries: offering(model, choice.id).map(({ type, field }) => {
      const where = JSON.stringify({ field: field.key, is: 'oneOf', value: [choice.key] });
      return {
        queryKey: ['uses of a choice', type.key, where],
        queryFn: () => ask('entries', { query: { type: type.key, where, limit: 1 } }),
      };
    }),
    combine: (answers) =>
      answers.every(({ data }) => data)
        ? answers.reduce((sum, { data }) => sum + (data?.total ?? 0), 0)
        : undefined,
  });
}

/** Whether a choice may be chosen somewhere: one that was never in force is in no entry. */
export const mayBeInUse = (model: CompiledModel, { id }: Choice): boolean => offering(model, id).length > 0;

/** Asks what the entries get that name a choice which is taken out. */
export function ChoiceGoes({
  choice,
  others,
  onCancel,
  onDecide,
}: {
  choice: Choice;
  others: readonly Choice[];
  onCancel: () => void;
  onDecide: (fate: ChoiceFate | 'unused') => void;
}): ReactElement {
  const uses = useUses(choice);
  const [fate, setFate] = useState<'stays' | 'another' | 'none'>('stays');
  const [to, setTo] = useState(others[0]?.id ?? '');
  const title = `Take “${choice.label}” out?`;
  return (
    <Dialog open onClose={onCancel} aria-labelledby="choice-goes">
      <DialogTitle id="choice-goes">{title}</DialogTitle>
      <DialogContent>
        {uses === undefined && <p role="status">Counting where it is chosen…</p>}
        {uses === 0 && <p>It is chosen in no entry.</p>}
        {uses !== undefined && uses > 0 && (
          <>
            <p>
              It is chosen in <b>{uses}</b> {uses === 1 ? 'entry' : 'entries'}. What{' '}
              {uses === 1 ? 'does it' : 'do they'} get when the change is put in force?
            </p>
            <RadioGroup
              aria-label="What entries get instead"
              value={fate}
              onChange={(_, value) => setFate(value === 'another' || value === 'none' ? value : 'stays')}
            >
              <FormControlLabel
                value="stays"
                control={<Radio size="small" />}
                label={`“${choice.label}” stays there, and is not offered any more`}
              />
              {others.length > 0 && (
                <FormControlLabel value="another" control={<Radio size="small" />} label="Another choice" />
              )}
              {fate === 'another' && (
                <Chosen
                  id="choice-instead"
                  label="Instead"
                  value={to}
                  options={others.map(({ id, label }) => [id, label] as const)}
                  onChange={setTo}
                />
              )}
              <FormControlLabel
                value="none"
                control={<Radio size="small" />}
                label="Nothing: it is taken out there too"
              />
            </RadioGroup>
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onCancel}>Leave it in</Button>
        <Button
          variant="contained"
          disabled={uses === undefined}
          onClick={() =>
            onDecide(
              uses === 0 ? 'unused' : fate === 'stays' ? 'stays' : { to: fate === 'another' ? to : null },
            )
          }
        >
          {fate === 'stays' && uses ? 'Offer it no more' : 'Take it out'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
