'use client';
import { Drawer, IconButton, OutlinedInput } from '@mui/material';
import { X } from 'lucide-react';
import { usePathname } from 'next/navigation';
import { useEffect, useRef, useState, type KeyboardEvent, type ReactElement } from 'react';
import Markdown from 'react-markdown';
import type { GuidePart } from '../../contract/guide';
import { searchGuide } from '../../core/formats/guide';
import { wordsOf } from '../ask';
import { useAsk } from '../use-ask';
import { guidePlaces } from './guide-places';
import { Keys } from './shortcuts';
import styles from './guide.module.css';

/** Where a picture of the guide is got. */
const pictureAt = (source: string): string => `/bench/guide/${source.split('/').at(-1) ?? ''}`;

function Part({ part }: { part: GuidePart }): ReactElement {
  return (
    <article className={styles.part} id={`guide-${part.id.replace('/', '-')}`}>
      <h3>{part.title}</h3>
      <Markdown
        components={{
          // A picture of the product at work, served as it lies in the docs.
          img: ({ src, alt }) => (
            <img src={pictureAt(typeof src === 'string' ? src : '')} alt={alt ?? ''} loading="lazy" />
          ),
        }}
      >
        {part.text}
      </Markdown>
    </article>
  );
}

/** The guide beside the work, open at the part for this screen, to be searched. */
export function Guide({ open, onClose }: { open: boolean; onClose: () => void }): ReactElement {
  const path = usePathname();
  const { data, error } = useAsk('guide', {}, { enabled: open });
  const [words, setWords] = useState('');
  const [chosen, setChosen] = useState<string>();
  const shown = useRef<HTMLDivElement>(null);
  const parts = data?.parts ?? [];
  const here = chosen ?? guidePlaces.find(([place]) => place.test(path))?.[1];
  const part = parts.find(({ id }) => id === here) ?? parts[0];
  const chapters = [...new Set(parts.map(({ chapter }) => chapter))];
  const found = searchGuide(parts, words);
  const choose = (id: string) => {
    setChosen(id);
    setWords('');
  };
  const close = () => {
    setChosen(undefined);
    setWords('');
    onClose();
  };
  useEffect(() => {
    shown.current?.scrollTo({ top: 0 });
    if (open && part) shown.current?.focus();
  }, [open, part]);
  return (
    // It stands beside the work, which goes on: nothing behind it is held up.
    <Drawer
      variant="persistent"
      anchor="right"
      open={open}
      slotProps={{
        paper: {
          role: 'dialog',
          'aria-label': 'Guide',
          'aria-modal': false,
          className: styles.guide,
          onKeyDown: (event: KeyboardEvent) => {
            if (event.key === 'Escape') close();
          },
        },
      }}
    >
      <div className={styles.head}>
        <h2>Guide</h2>
        <IconButton aria-label="Close the guide" onClick={close}>
          <X size={18} />
        </IconButton>
        <OutlinedInput
          fullWidth
          size="small"
          placeholder="Search the guide"
          value={words}
          onChange={({ target }) => setWords(target.value)}
          slotProps={{ input: { 'aria-label': 'Search the guide' } }}
        />
      </div>
      <div className={styles.body} ref={shown} tabIndex={0} role="region" aria-label="What the guide says">
        {error && <p role="alert">{wordsOf(error)}</p>}
        {data && words.trim() !== '' && (
          <section aria-label="Found">
            <p role="status">
              {found.length === 0 ? 'Nothing in the guide has these words.' : `${found.length} found`}
            </p>
            <ul className={styles.list}>
              {found.map(({ id, title, chapter }) => (
                <li key={id}>
                  <button type="button" onClick={() => choose(id)}>
                    {title} <small>{chapter}</small>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
        {part && words.trim() === '' && (
          <>
            <Part part={part} />
            <nav className={styles.contents} aria-label="Contents of the guide">
              {chapters.map((chapter) => (
                <section key={chapter}>
                  <h3>{chapter}</h3>
                  <ul className={styles.list}>
                    {parts
                      .filter((each) => each.chapter === chapter && each.title !== chapter)
                      .map(({ id, title }) => (
                        <li key={id}>
                          <button
                            type="button"
                            aria-current={id === part.id ? 'true' : undefined}
                            onClick={() => choose(id)}
                          >
                            {title}
                          </button>
                        </li>
                      ))}
                  </ul>
                </section>
              ))}
            </nav>
            <section className={styles.contents}>
              <h3>By keyboard</h3>
              <Keys />
            </section>
          </>
        )}
      </div>
    </Drawer>
  );
}
