'use client';
import { OutlinedInput } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { List, Plus } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import type { Json } from '../../../../core/json';
import { sourceByKey } from '../../../../core/mapping/sources';
import { ask, wordsOf } from '../../../../ui/ask';
import { Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useMay } from '../../../../ui/shell/person';
import { useAsk } from '../../../../ui/use-ask';

/** Every listing, with what visitors get of it; the last row begins another. */
export function MapOutline({ here }: { here?: string }): ReactElement {
  const model = useModel();
  const client = useQueryClient();
  const router = useRouter();
  const mayKeep = useMay('keep listings');
  const { data } = useAsk('listings');
  const [name, setName] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const [first] = model.contentTypes;
  const takes = (from: Json | undefined) => {
    const types = (Array.isArray(from) ? from : []).flatMap((key) => sourceByKey(model, String(key)) ?? []);
    return types.length > 1 ? `${types.length} types` : types[0]?.is.label ?? '';
  };
  const make = async () => {
    if (!name?.trim() || !first) return;
    try {
      const { id } = await ask('addListing', { body: { label: name.trim(), rule: { from: [first.is.key] } } });
      setName(undefined);
      void client.invalidateQueries();
      router.push(`/bench/map/${id}`);
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <>
      <OutlineGroup title="Listings" count={data?.items.length}>
        {data?.items.map(({ id, label, state, faults, rule }) => (
          <OutlineRow
            key={id} label={label} icon={<List size={16} strokeWidth={1.6} aria-hidden="true" />} href={`/bench/map/${id}`} here={id === here} flag={faults[0]?.message}
            end={state === 'published' ? takes(rule.from) : 'not in force'} endIs="words"
          />
        ))}
        {mayKeep && first && (name === undefined
          ? <OutlineRow label="New listing" icon={<Plus size={16} aria-hidden="true" />} onClick={() => setName('')} />
          : (
            <li style={{ padding: '2px 12px' }}>
              <form onSubmit={(event) => { event.preventDefault(); void make(); }}>
                <OutlinedInput fullWidth autoFocus value={name} placeholder="Its name, then Enter" onChange={({ target }) => setName(target.value)} onBlur={() => { if (!name.trim()) setName(undefined); }} onKeyDown={(event) => { if (event.key === 'Escape') setName(undefined); }} slotProps={{ input: { 'aria-label': 'Name of the new listing', maxLength: 80 } }} />
              </form>
            </li>
          ))}
      </OutlineGroup>
      {problem && <div style={{ padding: '0 16px' }}><Note sort="error" role="alert">{problem}</Note></div>}
    </>
  );
}
