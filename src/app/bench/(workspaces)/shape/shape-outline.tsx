'use client';
import { OutlinedInput } from '@mui/material';
import { FileDiff, Plus } from 'lucide-react';
import { usePathname, useRouter } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import type { ContentType, PageType } from '../../../../core/model/document';
import { newContentType, newPageType } from '../../../../core/model/start';
import { TypeIcon } from '../../../../ui/icon';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

function NewType({ label, onMake }: { label: string; onMake: (name: string) => void }): ReactElement {
  const [name, setName] = useState<string>();
  if (name === undefined) return <OutlineRow label={label} icon={<Plus size={16} aria-hidden="true" />} onClick={() => setName('')} />;
  return (
    <li className={styles.making}>
      <form onSubmit={(event) => { event.preventDefault(); if (name.trim()) onMake(name.trim()); setName(undefined); }}>
        <OutlinedInput fullWidth autoFocus value={name} placeholder="Its name, then Enter" onChange={({ target }) => setName(target.value)} onBlur={() => { if (!name.trim()) setName(undefined); }} onKeyDown={(event) => { if (event.key === 'Escape') setName(undefined); }} slotProps={{ input: { 'aria-label': label, maxLength: 80 } }} />
      </form>
    </li>
  );
}

/** Content types, page types, and what concerns them all. */
export function ShapeOutline(): ReactElement {
  const { document, faults, changes, mayChange, change } = useWorkingModel();
  const router = useRouter();
  const path = usePathname();
  const { data: overview } = useAsk('overview');
  const { data: tree } = useAsk('pages');
  const flagOf = (id: string) => faults.find(({ about }) => about === id)?.message;
  const entriesOf = (key: string) => {
    const counts = overview?.types.find((type) => type.key === key)?.counts;
    return counts ? Object.entries(counts).reduce((sum, [state, n]) => (state === 'binned' ? sum : sum + n), 0) : undefined;
  };
  const row = (type: ContentType | PageType, base: string, n: number | undefined) => (
    <OutlineRow key={type.id} label={type.label} icon={<TypeIcon name={type.icon} />} href={`${base}/${type.key}`} here={path === `${base}/${type.key}`} flag={flagOf(type.id)} {...(n === undefined ? {} : { end: n })} />
  );
  const make = <T extends ContentType | PageType>(type: T, base: string, add: (type: T) => void) => {
    add(type);
    router.push(`${base}/${type.key}`);
  };
  return (
    <>
      <OutlineGroup title="Content types" count={document.contentTypes.length}>
        {document.contentTypes.map((type) => row(type, '/bench/shape/content', entriesOf(type.key)))}
        {mayChange && <NewType label="New content type" onMake={(name) => make(newContentType(name, document.contentTypes.map(({ key }) => key)), '/bench/shape/content', (type) => change((model) => ({ ...model, contentTypes: [...model.contentTypes, type] })))} />}
      </OutlineGroup>
      <OutlineGroup title="Page types" count={document.pageTypes.length}>
        {document.pageTypes.map((type) => row(type, '/bench/shape/pages', tree?.pages.filter((page) => page.type === type.key).length))}
        {mayChange && <NewType label="New page type" onMake={(name) => make(newPageType(name, { kind: 'blocks' }, document.pageTypes.map(({ key }) => key)), '/bench/shape/pages', (type) => change((model) => ({ ...model, pageTypes: [...model.pageTypes, type] })))} />}
      </OutlineGroup>
      {mayChange && (
        <OutlineGroup title="All types together">
          <OutlineRow label="Change sheet" icon={<FileDiff size={16} strokeWidth={1.6} aria-hidden="true" />} href="/bench/shape/changes" here={path === '/bench/shape/changes'} end={changes === 0 ? 'no changes' : changes === 1 ? '1 change' : `${changes} changes`} endIs="words" />
        </OutlineGroup>
      )}
    </>
  );
}
