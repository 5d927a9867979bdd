'use client';
import { OutlinedInput } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { List, ListOrdered, ListTree, Plus } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import type { Json } from '../../../../core/json';
import { sourceByKey } from '../../../../core/mapping/rule/sources';
import { ask, wordsOf } from '../../../../ui/ask';
import { useGoing } from '../../../../ui/going';
import { Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useMay } from '../../../../ui/shell/person';
import { useAsk } from '../../../../ui/use-ask';
import { sourceAnswers } from './source-answers';

/**
 * Every listing, with what visitors get of it, and a row that begins another; the pages filled by entries
 * picked by hand; the schemes and sets of categories.
 */
export function MapOutline({ here }: { here?: string }): ReactElement {
  const model = useModel();
  const client = useQueryClient();
  const { begin } = useGoing();
  const mayKeep = useMay('keep listings');
  const { data, isPending } = useAsk('listings');
  const [name, setName] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const [first] = model.contentTypes;
  const picked = model.pageTypes.filter(({ definition: { key } }) => sourceAnswers(model, key)?.picked);
  const { data: pages, isPending: isOnItsWay } = useAsk('pagesByType', {
    query: { told: picked.map(({ definition: { key } }) => key).join(',') },
  });
  const collections = pages?.pages ?? [];
  const shownBy = (scheme: string) =>
    Object.keys(pages?.counts ?? {}).some((type) => sourceAnswers(model, type)?.scheme === scheme)
      ? 'a page each'
      : '';
  const takes = (from: Json | undefined) => {
    const types = (Array.isArray(from) ? from : []).flatMap((key) => sourceByKey(model, String(key)) ?? []);
    return types.length > 1 ? `${types.length} types` : (types[0]?.definition.label ?? '');
  };
  const make = async () => {
    if (!name?.trim() || !first) return;
    const on = begin();
    try {
      const { id } = await ask('addListing', {
        body: { label: name.trim(), rule: { from: [first.definition.key] } },
      });
      setName(undefined);
      void client.invalidateQueries();
      on(`/bench/map/${id}`);
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <>
      <OutlineGroup title="Listings" count={data?.items.length} awaits={isPending}>
        {data?.items.map(({ id, label, state, faults, rule }) => (
          <OutlineRow
            key={id}
            label={label}
            icon={<List size={16} strokeWidth={1.6} aria-hidden="true" />}
            href={`/bench/map/${id}`}
            here={id === here}
            flag={faults[0]?.message}
            end={state === 'published' ? takes(rule.from) : 'not in force'}
            endIs="words"
          />
        ))}
        {mayKeep &&
          first &&
          (name === undefined ? (
            <OutlineRow
              label="New listing"
              icon={<Plus size={16} aria-hidden="true" />}
              onClick={() => setName('')}
            />
          ) : (
            <li style={{ padding: '2px 12px' }}>
              <form
                onSubmit={(event) => {
                  event.preventDefault();
                  void make();
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
                  slotProps={{ input: { 'aria-label': 'Name of the new listing', maxLength: 80 } }}
                />
              </form>
            </li>
          ))}
      </OutlineGroup>
      <OutlineGroup title="Collections" count={pages && collections.length} awaits={isOnItsWay}>
        {collections.map((page) => (
          <OutlineRow
            key={page.id}
            label={page.title || page.address}
            icon={<ListOrdered size={16} strokeWidth={1.6} aria-hidden="true" />}
            href={`/bench/arrange/${page.id}`}
            end={page.state === 'published' ? '' : 'not in force'}
            endIs="words"
          />
        ))}
      </OutlineGroup>
      <OutlineGroup title="Category sets" count={model.schemes.length}>
        {model.schemes.map(({ definition }) => (
          <OutlineRow
            key={definition.id}
            label={definition.plural}
            icon={<ListTree size={16} strokeWidth={1.6} aria-hidden="true" />}
            href={`/bench/shape/schemes/${definition.key}`}
            end={shownBy(definition.id)}
            endIs="words"
          />
        ))}
      </OutlineGroup>
      {problem && (
        <div style={{ padding: '0 16px' }}>
          <Note sort="error" role="alert">
            {problem}
          </Note>
        </div>
      )}
    </>
  );
}
