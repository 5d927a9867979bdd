'use client';
import { Button, MenuItem, OutlinedInput, Select } from '@mui/material';
import { Search } from 'lucide-react';
import { usePathname, useSearchParams } from 'next/navigation';
import { useDeferredValue, useEffect, useEffectEvent, useState, type ReactElement } from 'react';
import type { MediaAnswer } from '../../../../../contract/media';
import { FOLDERS } from '../../../../../core/model/media-type';
import { mediaOnly } from '../../../../../core/content/table-look';
import { mediaSorts } from '../../../../../core/model/kinds';
import { FileButton } from '../../../../../ui/file-button';
import { Frame } from '../../../../../ui/frame';
import { useGoing } from '../../../../../ui/going';
import { Thumb } from '../../../../../ui/kinds/thumb';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { useMay } from '../../../../../ui/shell/person';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useAsk } from '../../../../../ui/use-ask';
import { useMedia } from '../../../../../ui/use-media';
import { WriteOutline } from '../write-outline';
import { MediumDetail } from './medium-detail';
import { MediumReach } from './medium-reach';
import { droppedFiles } from './dropped-files';
import { useBringIn, type FileToBring } from './use-bring-in';
import styles from './media.module.css';
import { Link } from '../../../../../ui/link';

const sortWords = { picture: 'Pictures', document: 'Documents', sound: 'Sounds', film: 'Films' } as const;
const onlyWords = { unused: 'Used nowhere', lacking: 'Without alternative text' } as const;

/** How many of the files on their way are named. */
const SHOWN_COMING = 12;

/** What a medium is, in a few words below it. */
const measure = ({ sort, address, width, height, bytes }: MediaAnswer): string =>
  [
    sort === 'picture' ? width && `${width} × ${height}` : address.split('.').at(-1)?.toUpperCase(),
    bytes > 999_499 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1000))} kB`,
  ]
    .filter(Boolean)
    .join(', ');

/**
 * The media there are, by folder, sort and name; the one chosen with what is said of it. What is asked stands
 * in the address.
 */
export function MediaBench({ today }: { today: string }): ReactElement {
  const { begin } = useGoing();
  const path = usePathname();
  const asked = useSearchParams();
  const mayWrite = useMay('write entries');
  const [words, setWords] = useState('');
  const [over, setOver] = useState(false);
  const q = useDeferredValue(words.trim());
  const sort = mediaSorts.find((each) => each === asked.get('sort'));
  const folder = asked.get('folder') ?? undefined;
  const chosen = asked.get('at') ?? undefined;
  const only = mediaOnly.find((each) => each === asked.get('only'));
  const {
    items: found,
    total,
    error,
    hasMore,
    isFetching,
    more,
  } = useMedia({
    ...(q ? { q } : {}),
    ...(sort ? { sort } : {}),
    ...(folder ? { folder } : {}),
    ...(only ? { only } : {}),
  });
  const { data: folders } = useAsk('categories', { path: { id: FOLDERS } });
  const { coming, isBusy, bring, stop, retry, forget } = useBringIn(folder === 'none' ? undefined : folder);
  const put = (changes: Record<string, string | undefined>, go = begin()) => {
    const next = new URLSearchParams(window.location.search);
    for (const [key, value] of Object.entries(changes)) {
      if (value === undefined) next.delete(key);
      else next.set(key, value);
    }
    go(next.size > 0 ? `${path}?${next.toString()}` : path, { instead: true });
  };
  const chooseLast = (coming: Promise<MediaAnswer | undefined>) => {
    const go = begin();
    void coming.then((made) => made && put({ at: made.id }, go));
  };
  const bringIn = (files: readonly FileToBring[]) => {
    if (files.length > 0) chooseLast(bring(files));
  };
  const paste = useEffectEvent((event: ClipboardEvent) => {
    const { clipboardData, target } = event;
    const isTyped = target instanceof HTMLElement && target.closest('input, textarea, [contenteditable]');
    const files = [...(clipboardData?.files ?? [])];
    if (!mayWrite || isTyped || files.length === 0) return;
    event.preventDefault();
    bringIn(files.map((file) => ({ file, within: [] })));
  });
  useEffect(() => {
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, []);
  const items = found ?? [];
  const here =
    folder === 'none' ? 'In no folder' : (folders?.items.find(({ id }) => id === folder)?.label ?? 'Media');
  return (
    <Workspace
      outline={<WriteOutline media={folder ?? 'all'} />}
      outlineLabel="Entries"
      reach={
        chosen ? (
          <MediumReach id={chosen} />
        ) : (
          <section>
            <Eyebrow>Reach</Eyebrow>
            <p className={look.pencil}>Choose a medium to see what shows it.</p>
          </section>
        )
      }
    >
      <div className={look.heading}>
        <div>
          <Eyebrow>Media</Eyebrow>
          <h1>{here}</h1>
          <p className={look.pencil}>
            Pictures, documents, sounds and films. What is said of one here shows wherever it stands.
          </p>
        </div>
        <div className={look.acts}>
          <Button component={Link} href="/bench/write?types=media&roomy=yes">
            As a table
          </Button>
          <Button component={Link} href="/bench/write/media/folders">
            Folders…
          </Button>
          {mayWrite && (
            <FileButton
              id="bring-in"
              label="Bring in files"
              accept=""
              multiple
              onFiles={(files) => bringIn(files.map((file) => ({ file, within: [] })))}
            />
          )}
        </div>
      </div>
      <div className={styles.tools} role="search">
        <OutlinedInput
          size="small"
          type="search"
          value={words}
          placeholder="Find by name"
          startAdornment={<Search size={15} aria-hidden="true" />}
          onChange={({ target }) => setWords(target.value)}
          slotProps={{ input: { 'aria-label': 'Find by name' } }}
        />
        <Select
          size="small"
          displayEmpty
          value={sort ?? ''}
          onChange={({ target }) => put({ sort: target.value || undefined })}
          slotProps={{ input: { 'aria-label': 'Sort' } }}
        >
          <MenuItem value="">Every sort</MenuItem>
          {mediaSorts.map((each) => (
            <MenuItem key={each} value={each}>
              {sortWords[each]}
            </MenuItem>
          ))}
        </Select>
        <Select
          size="small"
          displayEmpty
          value={only ?? ''}
          onChange={({ target }) => put({ only: target.value || undefined })}
          slotProps={{ input: { 'aria-label': 'Which' } }}
        >
          <MenuItem value="">All of them</MenuItem>
          {mediaOnly.map((each) => (
            <MenuItem key={each} value={each}>
              {onlyWords[each]}
            </MenuItem>
          ))}
        </Select>
        <span className={styles.count} role="status">
          {found ? `${total.toLocaleString('en')} ${total === 1 ? 'medium' : 'media'}` : ''}
        </span>
      </div>
      {error && (
        <Note sort="error" role="alert">
          {error.message}
        </Note>
      )}
      {coming.length > 0 && (
        <ul className={styles.coming} aria-label="On their way in">
          {coming.slice(0, SHOWN_COMING).map(({ key, file: { name }, within, share, problem }) => (
            <li key={key}>
              <span>{[...within, name].join(' / ')}</span>
              {problem ? (
                <Note sort="error" role="alert">
                  {problem}
                </Note>
              ) : (
                <progress value={share} max={1} aria-label={`${name} is being brought in`} />
              )}
            </li>
          ))}
          {coming.length > SHOWN_COMING && <li>and {coming.length - SHOWN_COMING} more</li>}
          {isBusy && (
            <li>
              <Button onClick={stop}>Stop</Button>
            </li>
          )}
          {!isBusy && coming.some(({ problem }) => problem) && (
            <li>
              <Button onClick={() => chooseLast(retry())}>Try again</Button>
              <Button onClick={forget}>Leave them out</Button>
            </li>
          )}
        </ul>
      )}
      <div className={styles.sides} data-two={chosen !== undefined}>
        <div
          className={styles.drop}
          data-over={over}
          onDragOver={(event) => {
            if (mayWrite) {
              event.preventDefault();
              setOver(true);
            }
          }}
          onDragLeave={() => setOver(false)}
          onDrop={(event) => {
            event.preventDefault();
            setOver(false);
            if (mayWrite) void droppedFiles(event.nativeEvent).then(bringIn);
          }}
        >
          <Frame label={`What lies here: ${here}`}>
            {found && items.length === 0 ? (
              <div className={look.empty}>
                <strong>{q || sort || only ? 'Nothing here is like that.' : 'Nothing lies here yet.'}</strong>
                <p>
                  {q || sort || only
                    ? 'Other words, or every sort, may find it.'
                    : 'Bring in files with the button above, or drop them here.'}
                </p>
              </div>
            ) : (
              <ul className={styles.wall}>
                {items.map((medium) => (
                  <li key={medium.id}>
                    <button
                      type="button"
                      aria-pressed={medium.id === chosen}
                      onClick={() => put({ at: medium.id === chosen ? undefined : medium.id })}
                    >
                      <Thumb medium={medium} size={132} />
                      <span>{medium.label}</span>
                      <small>{measure(medium)}</small>
                      {medium.sort === 'picture' && !medium.alt && medium.values.decoration !== true && (
                        <small className={styles.lacks}>no alternative text</small>
                      )}
                    </button>
                  </li>
                ))}
              </ul>
            )}
            {hasMore && (
              <div className={styles.foot}>
                <Button disabled={isFetching} onClick={more}>
                  Show more
                </Button>
              </div>
            )}
          </Frame>
        </div>
        {chosen && (
          <MediumDetail
            key={chosen}
            id={chosen}
            today={today}
            mayWrite={mayWrite}
            onClose={() => put({ at: undefined })}
          />
        )}
      </div>
    </Workspace>
  );
}
