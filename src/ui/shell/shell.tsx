'use client';
import { Search } from 'lucide-react';
import { later } from '../later';
import { usePathname } from 'next/navigation';
import { useState, type ReactElement, type ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { OverviewAnswer } from '../../contract/overview';
import type { PersonAnswer } from '../../contract/session';
import { BrandMark } from '../brand-mark';
import { useAsk } from '../use-ask';
import { PersonContext } from './person';
import { PersonMenu } from './person-menu';
import { SignedOutBar } from './signed-out-bar';
import { stations } from './stations';
import styles from './shell.module.css';
import { Link } from '../link';

// Loaded when they are first opened.
const GoTo = later(() => import('./go-to').then((loaded) => loaded.GoTo));
const Guide = later(() => import('./guide').then((loaded) => loaded.Guide));
const Shortcuts = later(() => import('./shortcuts').then((loaded) => loaded.Shortcuts));

/** Whether something was open by now: from then on it stays at hand. */
function useOnceOpen(open: boolean): boolean {
  const [once, setOnce] = useState(open);
  if (open && !once) setOnce(true);
  return once;
}

/** The top line over every workspace, with what answers to the keyboard everywhere. */
export function Shell({
  person,
  overview,
  children,
}: {
  person: PersonAnswer;
  overview: OverviewAnswer;
  children: ReactNode;
}): ReactElement {
  const path = usePathname();
  const [goTo, setGoTo] = useState(false);
  const [shortcuts, setShortcuts] = useState(false);
  const [guide, setGuide] = useState(false);
  const [goToOnce, shortcutsOnce, guideOnce] = [
    useOnceOpen(goTo),
    useOnceOpen(shortcuts),
    useOnceOpen(guide),
  ];
  const { data: now = overview } = useAsk('overview', {}, { initial: overview });
  useHotkeys(
    'mod+k',
    (event) => {
      event.preventDefault();
      setGoTo(true);
    },
    { enableOnFormTags: true, enableOnContentEditable: true },
  );
  useHotkeys('?', () => setGuide(true), { useKey: true, ignoreModifiers: true });
  return (
    <PersonContext.Provider value={person}>
      <div className={styles.shell}>
        <a className={styles.skip} href="#bench">
          To the bench
        </a>
        <header className={styles.line}>
          <Link className={styles.site} href="/bench">
            <BrandMark />
            <div>
              <b>Clear Frame</b>
              <span>{now.site}</span>
            </div>
          </Link>
          <nav className={styles.stations} aria-label="Workspaces">
            <ul>
              {stations.map(({ key, label, href, waits }) => {
                const { words, due } = waits(now);
                return (
                  <li key={key}>
                    <Link
                      className={styles.station}
                      href={href}
                      aria-current={path.startsWith(href) ? 'page' : undefined}
                    >
                      <b>{label}</b>
                      <span className={due ? styles.due : undefined}>{words}</span>
                    </Link>
                  </li>
                );
              })}
            </ul>
          </nav>
          <div className={styles.tools}>
            <button
              type="button"
              className={styles.goto}
              onClick={() => setGoTo(true)}
              aria-label="Go to anything"
            >
              <Search size={16} aria-hidden="true" />
              <span>Go to</span>
              <kbd>Ctrl K</kbd>
            </button>
            <button
              type="button"
              className={styles.guide}
              onClick={() => setGuide(true)}
              aria-label="Guide to this screen"
            >
              ?
            </button>
            <PersonMenu onShortcuts={() => setShortcuts(true)} />
          </div>
        </header>
        {children}
        <SignedOutBar />
      </div>
      {goToOnce && <GoTo open={goTo} onClose={() => setGoTo(false)} />}
      {guideOnce && <Guide open={guide} onClose={() => setGuide(false)} />}
      {shortcutsOnce && <Shortcuts open={shortcuts} onClose={() => setShortcuts(false)} />}
    </PersonContext.Provider>
  );
}
