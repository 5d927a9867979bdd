'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, OutlinedInput } from '@mui/material';
import type { Editor } from '@tiptap/core';
import { useState, type ReactElement } from 'react';
import { targetOfHref } from '../../core/content/formatted';
import { Labelled } from '../labelled';
import { useKnown } from '../use-known';
import { BlockChoice } from './block-choice';
import { EntryFinder } from './entry-finder';
import styles from './kinds.module.css';
import { PageFinder } from '../page-finder';
import { MediaDrawer } from './dialogs-later';

const address = /^(https?:\/\/\S+|mailto:\S+|tel:\S+)$/i;

/** Asks where some words lead: a page, an entry’s own page, a file, or an address that begins with a known way. */
export function LinkBox({ editor, onClose }: { editor: Editor; onClose: () => void }): ReactElement {
  const [href, setHref] = useState(String(editor.getAttributes('link').href ?? ''));
  const [hadLink] = useState(href !== '');
  const [choosing, setChoosing] = useState(false);
  const target = targetOfHref(href);
  const known = useKnown(target ? [target.target] : []);
  const named = (sort: 'entry' | 'media') =>
    target?.sort === sort
      ? ((sort === 'entry'
          ? known.entries.get(target.target)?.title
          : known.media.get(target.target)?.label) ?? '…')
      : undefined;
  const [entry, medium] = [named('entry'), named('media')];
  const fits = target !== undefined || address.test(href.trim());
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="link-box">
      <DialogTitle id="link-box">Where these words lead</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: '12px' }}>
        <Labelled id="link-page" label="A page of this site">
          <PageFinder
            id="link-page"
            value={target?.sort === 'page' ? target.target : ''}
            onChoose={(page) => setHref(page ? `page:${page}` : '')}
          />
          {target?.sort === 'page' && (
            <BlockChoice
              page={target.target}
              value={target.block ?? ''}
              onChoose={(block) => setHref(`page:${target.target}${block === '' ? '' : `#b-${block}`}`)}
            />
          )}
        </Labelled>
        <Labelled
          id="link-entry"
          label="Or an entry’s own page"
          help={entry === undefined ? undefined : <>Leads to {entry}.</>}
        >
          <EntryFinder
            id="link-entry"
            types={[]}
            taken={[]}
            onChoose={(chosen) => setHref(`entry:${chosen}`)}
          />
        </Labelled>
        <div className={styles.linkfile}>
          <Button onClick={() => setChoosing(true)}>Or a file…</Button>
          {medium !== undefined && <span>Leads to {medium}.</span>}
        </div>
        <Labelled id="link-address" label="Or another address" help="Begins with https://, mailto: or tel:">
          <OutlinedInput
            id="link-address"
            fullWidth
            value={target ? '' : href}
            onChange={({ target: box }) => setHref(box.value)}
          />
        </Labelled>
      </DialogContent>
      <DialogActions>
        {hadLink && (
          <Button
            onClick={() => {
              editor.chain().focus().unsetLink().run();
              onClose();
            }}
          >
            Lead nowhere
          </Button>
        )}
        <Button
          variant="contained"
          disabled={!fits}
          onClick={() => {
            editor.chain().focus().extendMarkRange('link').setLink({ href: href.trim() }).run();
            onClose();
          }}
        >
          Lead there
        </Button>
      </DialogActions>
      {choosing && (
        <MediaDrawer
          accept={[]}
          onClose={() => setChoosing(false)}
          onChoose={({ id }) => {
            setChoosing(false);
            setHref(`media:${id}`);
          }}
        />
      )}
    </Dialog>
  );
}
