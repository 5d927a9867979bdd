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
import type { PersonAnswer } from '../../../../contract/session';
import type { Limits } from '../../../../core/limits';
import { languageName } from '../../../../ui/form-languages';
import { Labelled } from '../../../../ui/labelled';
import { Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';
import { BranchesBound } from './branches-bound';

interface Choice {
  id: string;
  label: string;
  detail?: string;
}

/** Some of many things; none of them is no bound. */
function Bound({
  id,
  label,
  none,
  choices,
  chosen,
  onChange,
}: {
  id: string;
  label: string;
  /** What holds where nothing is chosen. */
  none: string;
  choices: readonly Choice[];
  chosen: readonly string[];
  onChange: (ids: string[]) => void;
}): ReactElement {
  return (
    <Labelled id={id} label={label}>
      <Autocomplete
        id={id}
        multiple
        options={choices}
        value={choices.filter((each) => chosen.includes(each.id))}
        isOptionEqualToValue={(a, other) => a.id === other.id}
        getOptionKey={(each) => each.id}
        getOptionLabel={({ label: name }) => name}
        renderOption={({ key: _key, ...props }, { id: key, label: name, detail }) => (
          <li key={key} {...props}>
            <span>{name}</span>
            {detail && <small style={{ marginLeft: 'auto', color: 'var(--pencil)' }}>{detail}</small>}
          </li>
        )}
        onChange={(_, next) => onChange(next.map((each) => each.id))}
        renderInput={(params) => (
          <TextField {...params} {...(chosen.length === 0 ? { placeholder: none } : {})} />
        )}
      />
    </Labelled>
  );
}

/** What somebody may change of all that their role lets them: types, sites, branches of pages, languages. */
export function LimitsDialog({
  person,
  problem,
  onDone,
  onLeave,
}: {
  person: PersonAnswer;
  problem: string | undefined;
  onDone: (limits: Limits | null) => void;
  onLeave: () => void;
}): ReactElement {
  const model = useModel();
  const { data: tree } = useAsk('treeSeen');
  const [limits, setLimits] = useState<Limits>(person.limits ?? {});
  const set = (part: keyof Limits) => (ids: string[]) => {
    const { [part]: _gone, ...rest } = limits;
    setLimits(ids.length > 0 ? { ...rest, [part]: ids } : rest);
  };
  const types = [
    ...model.contentTypes.map(({ definition: { id, plural } }) => ({ id, label: plural, detail: 'entries' })),
    ...model.pageTypes.map(({ definition: { id, label } }) => ({ id, label, detail: 'pages' })),
  ];
  const languages = [model.locale, ...model.document.locales.others];
  return (
    <Dialog open onClose={onLeave} fullWidth maxWidth="sm" aria-labelledby="limits">
      <DialogTitle id="limits">What {person.name} may change</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: '16px' }}>
        <p>
          Within the role of {person.role}. They read everything; what is outside these bounds they cannot
          change, publish, bin or bring back.
        </p>
        <Bound
          id="limits-types"
          label="Types"
          none="Every type"
          choices={types}
          chosen={limits.types ?? []}
          onChange={set('types')}
        />
        <Bound
          id="limits-sites"
          label="Sites"
          none="Every site"
          choices={(tree?.sites ?? []).map(({ id, label }) => ({ id, label }))}
          chosen={limits.sites ?? []}
          onChange={set('sites')}
        />
        <BranchesBound chosen={limits.branches ?? []} onChange={set('branches')} />
        <Bound
          id="limits-languages"
          label="Languages"
          none="Every language"
          choices={languages.map((id) => ({ id, label: languageName(id) }))}
          chosen={limits.languages ?? []}
          onChange={set('languages')}
        />
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onLeave}>Leave it</Button>
        <Button
          variant="contained"
          disabled={!tree}
          onClick={() => onDone(Object.keys(limits).length > 0 ? limits : null)}
        >
          Save
        </Button>
      </DialogActions>
    </Dialog>
  );
}
