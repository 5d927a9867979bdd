'use client';
import { Button } from '@mui/material';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { VisitorLinkAnswer } from '../../../../../contract/visitors';
import { accountBounds } from '../../../../../core/site/account';
import type { VisitorGroup } from '../../../../../core/site/audience';
import { ask, Problem, wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import { TextBox } from '../../../../../ui/text-box';
import { GroupTicks } from './group-ticks';
import styles from './visitors.module.css';

/** Invites a visitor: they choose a password by a link. */
export function InviteVisitor({
  groups,
  onInvited,
}: {
  groups: readonly VisitorGroup[];
  onInvited: (email: string, link: VisitorLinkAnswer) => void;
}): ReactElement {
  const [email, setEmail] = useState('');
  const [chosen, setChosen] = useState<string[]>([]);
  const [fault, setFault] = useState('');
  const [isSending, setSending] = useState(false);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    setSending(true);
    setFault('');
    try {
      const { visitor, link } = await ask('addVisitor', { body: { email: email.trim(), groups: chosen } });
      setEmail('');
      setChosen([]);
      onInvited(visitor.email, link);
    } catch (failed) {
      const at = failed instanceof Problem ? failed.faults.find(({ path }) => path === '/email') : undefined;
      setFault(at?.message ?? wordsOf(failed));
    } finally {
      setSending(false);
    }
  };
  return (
    <Frame label="Invite a visitor">
      <form className={styles.invite} noValidate onSubmit={(event) => void send(event)}>
        <TextBox
          id="visitor-email"
          label="E-mail"
          type="email"
          value={email}
          onChange={setEmail}
          faults={fault ? [fault] : []}
          slotProps={{ input: { maxLength: accountBounds.email, autoComplete: 'off' } }}
        />
        <GroupTicks label="Belongs to" groups={groups} chosen={chosen} onChange={setChosen} />
        <div>
          <Button type="submit" variant="contained" disabled={isSending || !email.trim()}>
            Invite
          </Button>
        </div>
      </form>
    </Frame>
  );
}
