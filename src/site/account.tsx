import type { ReactElement, ReactNode } from 'react';
import { accountBounds, type AccountOutcome, type DrawnAccount } from '../core/site/account';
import type { VisitorPage } from '../core/site/visitor-page';
import { accountWordsFor, type AccountWords } from './account-words';

/** At which box each thing that is to mend stands; what is told over the form stands at none. */
const standsAt: Partial<Record<AccountOutcome, 'email' | 'password' | 'again'>> = {
  'no address': 'email',
  short: 'password',
  long: 'password',
  'not the same': 'again',
};

interface Shown {
  account: DrawnAccount;
  words: AccountWords;
}

/** A box under its label, with what is to mend below it. */
function Box({
  name,
  label,
  type,
  fill,
  value,
  shown: { account, words },
}: {
  name: 'email' | 'password' | 'again';
  label: string;
  type: 'email' | 'password';
  /** What a browser that keeps words for somebody may put in. */
  fill: string;
  value?: string;
  shown: Shown;
}): ReactElement {
  const { became, page } = account;
  const isWrong = became !== undefined && standsAt[became] === name;
  const id = `account-${page}-${name}`;
  return (
    <p>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        name={name}
        type={type}
        autoComplete={fill}
        defaultValue={value}
        maxLength={type === 'email' ? accountBounds.email : accountBounds.password}
        required
        aria-invalid={isWrong ? true : undefined}
        aria-describedby={isWrong ? `${id}-fault` : undefined}
      />
      {isWrong && (
        <span className="fault" id={`${id}-fault`}>
          {words.became[became]}
        </span>
      )}
    </p>
  );
}

/** A form that is sent to one of the addresses of accounts, as any form of a page is. */
const Sent = ({
  to,
  account,
  children,
}: {
  to: string;
  account: DrawnAccount;
  children: ReactNode;
}): ReactElement => (
  <form className="contact" method="post" action={to} noValidate>
    <input type="hidden" name="block" value="account" />
    <input type="hidden" name="token" value={account.token} />
    <input type="hidden" name="back" value={account.back} />
    {account.word !== undefined && <input type="hidden" name="word" value={account.word} />}
    {children}
  </form>
);

/** What an account is, with the ways out of it. */
function Yours({ account, words }: Shown): ReactElement {
  const { email, groups = [], addresses } = account;
  return (
    <>
      <dl className="account">
        <dt>{words.email}</dt>
        <dd>{email}</dd>
        {groups.length > 0 && (
          <>
            <dt>{words.groups}</dt>
            <dd>{groups.join(', ')}</dd>
          </>
        )}
      </dl>
      <Sent to={addresses['sign-out']} account={account}>
        <p>
          <button className="button" type="submit">
            {words.signOut}
          </button>
        </p>
      </Sent>
      <p>
        <a href={addresses.data}>{words.data}</a>
      </p>
      <details className="leaving" open={account.became !== undefined}>
        <summary>{words.leave}</summary>
        <p>{words.leaveText}</p>
        <Sent to={addresses.leave} account={account}>
          <Box
            name="password"
            label={words.password}
            type="password"
            fill="current-password"
            shown={{ account, words }}
          />
          <p>
            <button className="button" type="submit">
              {words.leave}
            </button>
          </p>
        </Sent>
      </details>
    </>
  );
}

function Asking(shown: Shown): ReactElement {
  const { account, words } = shown;
  const { page, addresses, email, open, back } = account;
  const toNext = (address: string) => `${address}?back=${encodeURIComponent(back)}`;
  return (
    <>
      <Sent to={addresses[page]} account={account}>
        {page === 'password' ? (
          <>
            <Box
              name="password"
              label={words.newPassword}
              type="password"
              fill="new-password"
              shown={shown}
            />
            <Box name="again" label={words.again} type="password" fill="new-password" shown={shown} />
          </>
        ) : (
          <Box name="email" label={words.email} type="email" fill="username" value={email} shown={shown} />
        )}
        {page === 'sign-in' && (
          <Box name="password" label={words.password} type="password" fill="current-password" shown={shown} />
        )}
        <p>
          <button className="button" type="submit">
            {words.pages[page].does}
          </button>
        </p>
      </Sent>
      <p className="account-ways">
        {page !== 'sign-in' && <a href={toNext(addresses['sign-in'])}>{words.signIn}</a>}
        {page !== 'forgotten' && <a href={toNext(addresses.forgotten)}>{words.forgotten}</a>}
        {page !== 'join' && open && <a href={toNext(addresses.join)}>{words.join}</a>}
      </p>
    </>
  );
}

/** A page by which a visitor has an account. It works without script. */
export function AccountPage({
  account,
  locale,
}: {
  account: DrawnAccount;
  locale: VisitorPage['locale'];
}): ReactElement {
  const words = accountWordsFor(locale);
  const { became } = account;
  const isDone = became === 'sent' || became === 'left' || became === 'ended';
  return (
    <section>
      <div className="wide accounts">
        {became !== undefined && standsAt[became] === undefined && (
          <p className={isDone ? undefined : 'fault'} role={isDone ? 'status' : 'alert'}>
            {words.became[became]}
          </p>
        )}
        {became === 'sent' || became === 'left' ? null : account.page === 'yours' ? (
          <Yours account={account} words={words} />
        ) : account.page === 'password' && became === 'ended' ? (
          <p>
            <a href={account.addresses.forgotten}>{words.pages.forgotten.title}</a>
          </p>
        ) : (
          <Asking account={account} words={words} />
        )}
      </div>
    </section>
  );
}
