'use client';
import { Button, Menu, MenuItem, Select } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { PersonAnswer } from '../../../../contract/session';
import { roles, type Role } from '../../../../core/roles';
import styles from './people.module.css';

export interface PersonActs {
  changeRole(person: PersonAnswer, role: Role): void;
  rename(person: PersonAnswer): void;
  limit(person: PersonAnswer): void;
  sendLink(person: PersonAnswer): void;
  endSessions(person: PersonAnswer): void;
  letLeave(person: PersonAnswer): void;
}

/** One person: who they are, their role, and what can be done about them. */
export function PersonRow({ person, acts }: { person: PersonAnswer; acts: PersonActs }): ReactElement {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { name, email, role, joined, secondFactor, limits } = person;
  const act = (work: (person: PersonAnswer) => void) => () => {
    setAnchor(null);
    work(person);
  };
  return (
    <li className={styles.row}>
      <b>
        {name}
        {!joined && <span className={styles.marks}>invited, not here yet</span>}
      </b>
      <span className={styles.email}>
        {email}
        {secondFactor && ' · second factor'}
        {limits && ' · limited'}
      </span>
      <Select
        size="small"
        value={role}
        onChange={({ target }) => acts.changeRole(person, target.value)}
        SelectDisplayProps={{ 'aria-label': `Role of ${name}` }}
      >
        {roles.map((each) => (
          <MenuItem key={each} value={each}>
            {each}
          </MenuItem>
        ))}
      </Select>
      <div className={styles.acts}>
        <Button
          size="small"
          aria-haspopup="menu"
          aria-label={`More about ${name}`}
          onClick={({ currentTarget }) => setAnchor(currentTarget)}
        >
          More…
        </Button>
        <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
          <MenuItem onClick={act(acts.rename)}>Rename</MenuItem>
          {role !== 'architect' && <MenuItem onClick={act(acts.limit)}>What they may change…</MenuItem>}
          <MenuItem onClick={act(acts.sendLink)}>
            {joined ? 'Send a new-password link' : 'Send the link again'}
          </MenuItem>
          <MenuItem onClick={act(acts.endSessions)}>End all sessions</MenuItem>
          <MenuItem onClick={act(acts.letLeave)}>Let leave…</MenuItem>
        </Menu>
      </div>
    </li>
  );
}
