'use client';
import { OutlinedInput } from '@mui/material';
import {
  FileDiff,
  FileInput,
  FileJson,
  Grid3x3,
  Languages,
  ListChecks,
  Network,
  Palette,
  Plus,
  SlidersHorizontal,
} from 'lucide-react';
import { usePathname } from 'next/navigation';
import { useMemo, useState, type ReactElement, type ReactNode } from 'react';
import { shapeLists, type AnyShape, type ShapeList } from '../../../../core/model/document';
import { modelChanges } from '../../../../core/model/change/changes';
import { addShape, shapesIn } from '../../../../core/model/change/edit';
import { missingIn } from '../../../../core/model/visitor-words';
import { newShape } from '../../../../core/model/fresh/start';
import { useGoing } from '../../../../ui/going';
import { useModel } from '../../../../ui/model-in-force';
import { TypeIcon } from '../../../../ui/icon';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';
import { hrefOf, lists } from './lists';
import styles from './shape.module.css';
import { useVisitorWords } from './use-visitor-words';
import { useMay } from '../../../../ui/shell/person';
import { useWorkingModel } from './working-model';

function NewShape({ label, onMake }: { label: string; onMake: (name: string) => void }): ReactElement {
  const [name, setName] = useState<string>();
  if (name === undefined)
    return (
      <OutlineRow label={label} icon={<Plus size={16} aria-hidden="true" />} onClick={() => setName('')} />
    );
  return (
    <li className={styles.making}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) onMake(name.trim());
          setName(undefined);
        }}
      >
        <OutlinedInput
          fullWidth
          autoFocus
          value={name}
          placeholder="Its name, then Enter"
          onChange={({ target }) => setName(target.value)}
          onBlur={() => {
            if (!name.trim()) setName(undefined);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setName(undefined);
          }}
          slotProps={{ input: { 'aria-label': label, maxLength: 80 } }}
        />
      </form>
    </li>
  );
}

/** Everything the model is made of, list by list, and what concerns it all. */
export function ShapeOutline(): ReactElement {
  const { document, faults, changes, mayChange, change } = useWorkingModel();
  const mayWrite = useMay('write entries');
  const { go } = useGoing();
  const path = usePathname();
  const { data: overview } = useAsk('overview');
  const { data: pages } = useAsk('pagesByType');
  const inForce = useModel().document;
  const changed = useMemo(
    () => new Set(modelChanges(inForce, document).flatMap(({ type }) => type ?? [])),
    [inForce, document],
  );
  const words = useVisitorWords();
  const missing =
    words &&
    document.locales.others.reduce((sum, locale) => sum + missingIn(document, locale, words).length, 0);
  const flagOf = (id: string) => faults.find(({ about }) => about === id)?.message;
  const countOf = (list: ShapeList, { key }: AnyShape): number | undefined => {
    if (list === 'pageTypes') return pages && (pages.counts[key] ?? 0);
    const counts =
      list === 'contentTypes' ? overview?.types.find((type) => type.key === key)?.counts : undefined;
    return counts
      ? Object.entries(counts).reduce((sum, [state, n]) => (state === 'binned' ? sum : sum + n), 0)
      : undefined;
  };
  const make = <L extends ShapeList>(list: L, name: string) => {
    const shape = newShape[list](
      name,
      shapesIn(document, list).map(({ key }) => key),
    );
    change((model) => addShape(model, list, shape));
    go(hrefOf(list, shape.key));
  };
  const whole = (label: string, piece: string, icon: ReactNode, end?: ReactNode, endIs?: 'words' | 'due') => {
    const href = `/bench/shape/${piece}`;
    return (
      <OutlineRow
        label={label}
        icon={icon}
        href={href}
        here={path === href}
        {...(end === undefined ? {} : { end })}
        {...(endIs ? { endIs } : {})}
      />
    );
  };
  const icon = { size: 16, strokeWidth: 1.6, 'aria-hidden': true } as const;
  return (
    <>
      {shapeLists.map((list) => (
        <OutlineGroup key={list} title={lists[list].title} count={document[list].length}>
          {shapesIn(document, list).map((shape) => {
            const n = countOf(list, shape);
            return (
              <OutlineRow
                key={shape.id}
                label={shape.label}
                icon={<TypeIcon name={shape.icon} />}
                href={hrefOf(list, shape.key)}
                here={path === hrefOf(list, shape.key)}
                flag={flagOf(shape.id)}
                changed={changed.has(shape.id) ? 'Changed in the working copy' : undefined}
                {...(n === undefined ? {} : { end: n })}
              />
            );
          })}
          {mayChange && <NewShape label={lists[list].another} onMake={(name) => make(list, name)} />}
        </OutlineGroup>
      ))}
      <OutlineGroup title="The whole model">
        {whole('Placement grid', 'placement', <Grid3x3 {...icon} />)}
        {whole('Type picture', 'picture', <Network {...icon} />)}
        {whole('House style', 'style', <Palette {...icon} />)}
        {whole('Settings', 'settings', <SlidersHorizontal {...icon} />)}
        {document.locales.others.length > 0 &&
          whole(
            'Words for visitors',
            'words',
            <Languages {...icon} />,
            missing === undefined || missing === 0 ? undefined : missing,
            'due',
          )}
        {whole(
          'Checks',
          'checks',
          <ListChecks {...icon} />,
          faults.length === 0 ? 'none' : faults.length,
          faults.length === 0 ? 'words' : 'due',
        )}
        {mayWrite && whole('Start from a sample', 'sample', <FileInput {...icon} />)}
        {whole('Model document', 'document', <FileJson {...icon} />)}
        {mayChange &&
          whole(
            'Change sheet',
            'changes',
            <FileDiff {...icon} />,
            changes === 0 ? 'no changes' : changes === 1 ? '1 change' : `${changes} changes`,
            'words',
          )}
      </OutlineGroup>
    </>
  );
}
