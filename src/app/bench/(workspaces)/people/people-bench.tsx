'use client';
import { Button, MenuItem, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactElement } from 'react';
import { roles, type Role } from '../../../../core/roles';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { Frame } from '../../../../ui/frame';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { Workspace } from '../../../../ui/shell/workspace';
import { useTell } from '../../../../ui/telling';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';

const empty: { name: string; email: string; password: string; role: Role } = {
  name: '',
  email: '',
  password: '',
  role: 'editor',
};

/** Who works here, and a form for one more. */
export function PeopleBench(): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const { data } = useAsk('people');
  const [asked, setAsked] = useState(empty);
  const [problem, setProblem] = useState<Problem>();
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const add = async (event: FormEvent) => {
    event.preventDefault();
    setProblem(undefined);
    try {
      const { name } = await ask('addPerson', { body: asked });
      setAsked(empty);
      tell(`${name} may sign in now.`);
      await client.invalidateQueries({ queryKey: ['people'] });
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
    }
  };
  return (
    <Workspace
      outline={
        <OutlineGroup title="People" count={data?.items.length}>
          <OutlineRow label="Who works here" href="/bench/people" here />
        </OutlineGroup>
      }
      outlineLabel="People"
    >
      <div className={look.heading}>
        <div>
          <Eyebrow>Installation</Eyebrow>
          <h1>People</h1>
        </div>
      </div>
      <Frame label="Who works here">
        <ul>
          {data?.items.map(({ id, name, email, role }) => (
            <li
              key={id}
              style={{
                display: 'flex',
                flexWrap: 'wrap',
                gap: '2px 16px',
                padding: '9px 16px',
                borderBottom: '1px solid var(--rule-soft)',
              }}
            >
              <b style={{ fontWeight: 600, minWidth: 180 }}>{name}</b>
              <span className={look.pencil}>{email}</span>
              <span style={{ marginLeft: 'auto' }}>{role}</span>
            </li>
          ))}
        </ul>
      </Frame>
      <Frame label="Add a person">
        <form
          noValidate
          onSubmit={(event) => void add(event)}
          style={{ padding: 16, display: 'grid', gap: 12, maxWidth: 460 }}
        >
          <h2 className={look.eyebrow}>Add a person</h2>
          <TextBox
            id="name"
            label="Name"
            value={asked.name}
            onChange={(name) => setAsked({ ...asked, name })}
            faults={at('/name')}
          />
          <TextBox
            id="email"
            label="E-mail"
            type="email"
            value={asked.email}
            onChange={(email) => setAsked({ ...asked, email })}
            faults={at('/email')}
          />
          <TextBox
            id="password"
            label="First password"
            type="password"
            autoComplete="new-password"
            help="At least 10 characters."
            value={asked.password}
            onChange={(password) => setAsked({ ...asked, password })}
            faults={at('/password')}
          />
          <Labelled id="role" label="Role" faults={at('/role')}>
            <Select
              fullWidth
              value={asked.role}
              onChange={({ target }) => setAsked({ ...asked, role: target.value })}
              labelId="role-label"
              SelectDisplayProps={{ id: 'role' }}
            >
              {roles.map((role) => (
                <MenuItem key={role} value={role}>
                  {role}
                </MenuItem>
              ))}
            </Select>
          </Labelled>
          {problem && problem.faults.length === 0 && (
            <Note sort="error" role="alert">
              {problem.message}
            </Note>
          )}
          <div>
            <Button type="submit" variant="contained">
              Add
            </Button>
          </div>
        </form>
      </Frame>
    </Workspace>
  );
}
