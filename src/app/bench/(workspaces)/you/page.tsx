'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useRouter } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import { ask, wordsOf } from '../../../../ui/ask';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { usePerson } from '../../../../ui/shell/person';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { Workspace } from '../../../../ui/shell/workspace';
import { useAsk } from '../../../../ui/use-ask';
import { OwnLetters, OwnName, OwnPassword, OwnSecondFactor } from './own-access';
import styles from './you.module.css';

/** Oneself: name, password, second factor, and where one is signed in. */
export default function YouPage(): ReactElement {
  const person = usePerson();
  const router = useRouter();
  const client = useQueryClient();
  const { data } = useAsk('sessions');
  const [problem, setProblem] = useState<string>();
  const end = async (id: string, here: boolean) => {
    try {
      await ask('endSession', { path: { id } });
      if (here) {
        router.replace('/bench/sign-in');
        router.refresh();
      } else await client.invalidateQueries({ queryKey: ['sessions'] });
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Workspace
      outline={
        <OutlineGroup title="You">
          <OutlineRow label="Name and access" href="/bench/you" here />
        </OutlineGroup>
      }
      outlineLabel="You"
    >
      <div className={look.heading}>
        <div>
          <Eyebrow>{person.role}</Eyebrow>
          <h1>{person.name}</h1>
          <p className={look.pencil}>{person.email}</p>
        </div>
      </div>
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      <div className={styles.sides}>
        <Frame label="Name">
          <OwnName person={person} />
        </Frame>
        <Frame label="Letters">
          <OwnLetters person={person} />
        </Frame>
        <Frame label="Password">
          <OwnPassword email={person.email} />
        </Frame>
        <Frame label="Second factor">
          <OwnSecondFactor person={person} />
        </Frame>
      </div>
      <Frame label="Sessions">
        <ul>
          {data?.items.map(({ id, agent, madeAt, seenAt, here }) => (
            <li key={id} className={styles.session}>
              <div style={{ minWidth: 0, flex: '1 1 320px' }}>
                <b style={{ fontWeight: 600 }}>{here ? 'This browser' : 'Another browser'}</b>
                <p className={`${look.pencil} ${look.small}`} style={{ overflowWrap: 'anywhere' }}>
                  {agent || 'It did not say what it is'}
                </p>
              </div>
              <span className={`${look.pencil} ${look.small}`}>
                since {dayjs(madeAt).format('D MMM, HH:mm')}, seen {dayjs(seenAt).format('D MMM, HH:mm')}
              </span>
              <Button onClick={() => void end(id, here)}>{here ? 'Sign out' : 'End it'}</Button>
            </li>
          ))}
        </ul>
      </Frame>
    </Workspace>
  );
}
