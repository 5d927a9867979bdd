'use client';
import { Button, Checkbox, FormControlLabel, MenuItem, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { PersonLink } from '../../../../contract/people';
import type { PersonAnswer } from '../../../../contract/session';
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
import { HandOnLink } from '../hand-on-link';
import { LimitsDialog } from './limits-dialog';
import { LetLeave, Rename } from './people-dialogs';
import styles from './people.module.css';
import { PersonRow, type PersonActs } from './person-row';

const empty: { name: string; email: string; role: Role } = { name: '', email: '', role: 'editor' };

function Invite({ onInvited }: { onInvited: (name: string, link: PersonLink) => void }): ReactElement {
  const [asked, setAsked] = useState(empty);
  const [problem, setProblem] = useState<Problem>();
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const add = async (event: FormEvent) => {
    event.preventDefault();
    setProblem(undefined);
    try {
      const { person, link } = await ask('invite', { body: asked });
      setAsked(empty);
      onInvited(person.name, link);
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
    }
  };
  return (
    <form noValidate onSubmit={(event) => void add(event)} className={styles.form}>
      <h2 className={look.eyebrow}>Invite a person</h2>
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
          Invite
        </Button>
      </div>
    </form>
  );
}

/** Who works here: invited, renamed, given another role, let go. */
export function PeopleBench(): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const { data, isPending } = useAsk('people');
  const [link, setLink] = useState<{ name: string; link: PersonLink }>();
  const [renaming, setRenaming] = useState<PersonAnswer>();
  const [limiting, setLimiting] = useState<PersonAnswer>();
  const [leaving, setLeaving] = useState<PersonAnswer>();
  const [problem, setProblem] = useState<string>();
  const act = async (work: () => Promise<unknown>, done: string) => {
    setProblem(undefined);
    try {
      await work();
      tell(done);
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      await client.invalidateQueries({ queryKey: ['people'] });
    }
  };
  const acts: PersonActs = {
    changeRole: ({ id, name }, role) =>
      void act(() => ask('changePerson', { path: { id }, body: { role } }), `${name} is ${role} now.`),
    rename: setRenaming,
    limit: setLimiting,
    sendLink: ({ id, name }) =>
      void act(
        async () => setLink({ name, link: await ask('sendLink', { path: { id } }) }),
        `A link for ${name} is ready.`,
      ),
    endSessions: ({ id, name }) =>
      void act(() => ask('endSessionsOf', { path: { id } }), `Every session of ${name} has ended.`),
    letLeave: setLeaving,
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
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {isPending && <p className={look.pencil}>Reading who works here.</p>}
      <Frame label="Who works here">
        {link && <HandOnLink name={link.name} link={link.link} onDone={() => setLink(undefined)} />}
        <ul>
          {data?.items.map((person) => (
            <PersonRow key={person.id} person={person} acts={acts} />
          ))}
        </ul>
      </Frame>
      {data && (
        <FormControlLabel
          control={
            <Checkbox
              checked={data.asksSecondFactor}
              onChange={({ target: { checked } }) =>
                void act(
                  () => ask('askSecondFactor', { body: { asked: checked } }),
                  checked ? 'Everyone needs a second factor from here on.' : 'A second factor is free again.',
                )
              }
            />
          }
          label="Everyone signs in with a second factor"
        />
      )}
      <Frame label="Invite a person">
        <Invite
          onInvited={(name, made) => {
            setLink({ name, link: made });
            void client.invalidateQueries({ queryKey: ['people'] });
          }}
        />
      </Frame>
      {renaming && (
        <Rename
          person={renaming}
          onLeave={() => setRenaming(undefined)}
          onDone={(name) => {
            setRenaming(undefined);
            void act(
              () => ask('changePerson', { path: { id: renaming.id }, body: { name } }),
              `${renaming.name} is ${name} now.`,
            );
          }}
        />
      )}
      {limiting && (
        <LimitsDialog
          person={limiting}
          problem={problem}
          onLeave={() => setLimiting(undefined)}
          onDone={(limits) => {
            const { id, name } = limiting;
            void act(
              () => ask('changePerson', { path: { id }, body: { limits } }),
              limits
                ? `What ${name} may change is bounded.`
                : `${name} may change whatever the role lets them.`,
            );
            setLimiting(undefined);
          }}
        />
      )}
      {leaving && (
        <LetLeave
          person={leaving}
          others={data?.items.filter(({ id }) => id !== leaving.id) ?? []}
          onLeave={() => setLeaving(undefined)}
          onDone={(heir) => {
            setLeaving(undefined);
            void act(
              () => ask('letLeave', { path: { id: leaving.id }, body: heir === undefined ? {} : { heir } }),
              `${leaving.name} has left.`,
            );
          }}
        />
      )}
    </Workspace>
  );
}
