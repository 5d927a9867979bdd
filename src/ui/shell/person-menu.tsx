'use client';
import { Divider, ListItemText, Menu, MenuItem } from '@mui/material';
import { useColorScheme } from '@mui/material/styles';
import { useRouter } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import { ask } from '../ask';
import { useMay, usePerson } from './person';
import styles from './shell.module.css';
import { Link } from '../link';

const looks = [
  ['system', 'As the system'],
  ['light', 'Light'],
  ['dark', 'Dark'],
] as const;

/** The person at work: look, sessions, people, sign out. */
export function PersonMenu({ onShortcuts }: { onShortcuts: () => void }): ReactElement {
  const person = usePerson();
  const router = useRouter();
  const keepsPeople = useMay('keep people');
  const { mode, setMode } = useColorScheme();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const close = () => setAt(null);
  const initials = person.name
    .split(/\s+/)
    .map((word) => word.charAt(0))
    .join('')
    .slice(0, 2)
    .toUpperCase();
  const leave = async () => {
    await ask('signOut').catch(() => undefined);
    router.replace('/bench/sign-in');
    router.refresh();
  };
  return (
    <>
      <button
        type="button"
        className={styles.who}
        aria-haspopup="menu"
        aria-expanded={at !== null}
        aria-label={`${person.name}, ${person.role}`}
        onClick={(event) => setAt(event.currentTarget)}
      >
        {initials}
      </button>
      <Menu
        anchorEl={at}
        open={at !== null}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      >
        <MenuItem component={Link} href="/bench/you" onClick={close}>
          <ListItemText primary={person.name} secondary={`${person.role}, ${person.email}`} />
        </MenuItem>
        <Divider />
        {looks.map(([key, label]) => (
          <MenuItem
            key={key}
            role="menuitemradio"
            aria-checked={mode === key}
            selected={mode === key}
            onClick={() => {
              setMode(key);
              close();
            }}
          >
            {label}
          </MenuItem>
        ))}
        <Divider />
        <MenuItem component={Link} href="/bench/begin" onClick={close}>
          What comes next
        </MenuItem>
        {keepsPeople && (
          <MenuItem component={Link} href="/bench/people" onClick={close}>
            People
          </MenuItem>
        )}
        <MenuItem
          onClick={() => {
            close();
            onShortcuts();
          }}
        >
          By keyboard
        </MenuItem>
        <MenuItem onClick={() => void leave()}>Sign out</MenuItem>
      </Menu>
    </>
  );
}
