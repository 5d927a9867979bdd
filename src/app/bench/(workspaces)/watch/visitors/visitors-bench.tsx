'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { VisitorLinkAnswer } from '../../../../../contract/visitors';
import { wordsOf } from '../../../../../ui/ask';
import { Chosen } from '../../../../../ui/chosen';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { useModel } from '../../../../../ui/model-in-force';
import { Paging } from '../../../../../ui/paging';
import { PlainTable } from '../../../../../ui/plain-table';
import { TextBox } from '../../../../../ui/text-box';
import { useActing } from '../../../../../ui/use-acting';
import { useAsk } from '../../../../../ui/use-ask';
import { usePaused } from '../../../../../ui/use-paused';
import { HandOnLink } from '../../hand-on-link';
import { firstVisitors, PER_SCREEN } from './first-visitors';
import { InviteVisitor } from './invite-visitor';
import { VisitorRow } from './visitor-row';
import styles from './visitors.module.css';

/** The accounts of visitors: inviting them, their groups, and erasing them. */
export function VisitorsBench(): ReactElement {
  const { accounts } = useModel().document;
  const groups = accounts?.groups ?? [];
  const client = useQueryClient();
  const [words, setWords] = useState('');
  const [group, setGroup] = useState('');
  const [offset, setOffset] = useState(0);
  const { act, problem } = useActing(['visitors']);
  const [link, setLink] = useState<{ name: string; link: VisitorLinkAnswer }>();
  const q = usePaused(words.trim());
  const isFirst = q === '' && group === '' && offset === 0;
  const { data, error, isPlaceholderData } = useAsk(
    'visitors',
    isFirst
      ? firstVisitors
      : { query: { ...(q ? { q } : {}), ...(group ? { group } : {}), offset, limit: PER_SCREEN } },
  );
  const told = data && !isPlaceholderData ? data : undefined;
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Watch</Eyebrow>
          <h1>Accounts of visitors</h1>
          <p className={look.pencil}>
            They have nothing to do with those who work here. For whom something is stands with it: on a page,
            an entry, a block or a type.
          </p>
        </div>
      </div>
      {(problem || error) && (
        <Note sort="error" role="alert">
          {problem || wordsOf(error)}
        </Note>
      )}
      {link && <HandOnLink name={link.name} link={link.link} onDone={() => setLink(undefined)} />}
      {accounts ? (
        <InviteVisitor
          groups={groups}
          onInvited={(email, sent) => {
            setLink({ name: email, link: sent });
            void client.invalidateQueries({ queryKey: ['visitors'] });
          }}
        />
      ) : (
        <div className={look.empty}>
          <strong>Visitors have no accounts here.</strong>
          <p>
            Let them have some in <Link href="/bench/shape/settings">Shape, Settings</Link>, with the groups
            that they belong to.
          </p>
        </div>
      )}
      <div className={styles.tools}>
        <TextBox
          id="visitor-words"
          label="In the address"
          value={words}
          onChange={(next) => {
            setWords(next);
            setOffset(0);
          }}
        />
        {groups.length > 0 && (
          <Chosen
            id="visitor-group"
            label="Of a group"
            value={group}
            none="All"
            options={groups.map(({ id, label }) => [id, label])}
            onChange={(next) => {
              setGroup(next ?? '');
              setOffset(0);
            }}
          />
        )}
      </div>
      {told?.total === 0 && (accounts || !isFirst) && (
        <div className={look.empty}>
          <strong>{isFirst ? 'Nobody has an account yet.' : 'No account is so.'}</strong>
        </div>
      )}
      {told && told.items.length > 0 && (
        <PlainTable
          label="Accounts of visitors"
          columns={['E-mail', 'Belongs to', 'Since', 'Signed in last']}
          acts
        >
          {told.items.map((visitor) => (
            <VisitorRow
              key={`${visitor.id} ${visitor.revision}`}
              visitor={visitor}
              groups={groups}
              act={act}
              onLink={(sent) => setLink({ name: visitor.email, link: sent })}
            />
          ))}
        </PlainTable>
      )}
      {told && (
        <Paging
          total={told.total}
          per={PER_SCREEN}
          offset={offset}
          onOffset={setOffset}
          before="Before"
          behind="After"
        />
      )}
    </>
  );
}
