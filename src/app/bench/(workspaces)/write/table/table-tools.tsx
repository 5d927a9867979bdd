'use client';
import { MenuItem, OutlinedInput, Select } from '@mui/material';
import { Search } from 'lucide-react';
import type { ReactElement, ReactNode } from 'react';
import type { Json } from '../../../../../core/json';
import type { Fielded } from '../../../../../core/model/compile';
import { languageName } from '../../../../../ui/form-languages';
import look from '../../../../../ui/look/look.module.css';
import { useModel } from '../../../../../ui/model-in-force';
import { FilterChips } from './filter-chips';
import styles from './table.module.css';
import type { TableAddress } from './use-table-address';

/** What stands above a table: the words that are sought, what narrows it, how it is looked at, and how much there is. */
export function TableTools({
  address,
  type,
  together = false,
  conditions,
  found,
  children,
}: {
  address: TableAddress;
  /** What it is asked by: a type, or several together. */
  type: Fielded;
  together?: boolean;
  conditions: readonly Json[];
  /** How much was found, in words; nothing until it is known. */
  found: string | undefined;
  /** How else it is looked at. */
  children?: ReactNode;
}): ReactElement {
  const { asked, words, setWords, put } = address;
  const { main, others } = useModel().document.locales;
  const roomy = asked.get('roomy') === 'yes';
  const density = (label: string, value: string | undefined, on: boolean) => (
    <button type="button" className={styles.density} aria-pressed={on} onClick={() => put({ roomy: value })}>
      {label}
    </button>
  );
  return (
    <div className={styles.tools}>
      <OutlinedInput
        sx={{ width: 260 }}
        type="search"
        placeholder="Search every word"
        value={words}
        onChange={({ target }) => setWords(target.value)}
        startAdornment={
          <Search size={15} aria-hidden="true" style={{ color: 'var(--pencil)', flex: 'none' }} />
        }
        slotProps={{ input: { 'aria-label': 'Search every word' } }}
      />
      {words.trim() !== '' && others.length > 0 && (
        <Select
          value={asked.get('in') ?? ''}
          displayEmpty
          onChange={({ target }) => put({ in: target.value })}
          slotProps={{ input: { 'aria-label': 'In which language' } }}
        >
          <MenuItem value="">In every language</MenuItem>
          {[main, ...others].map((each) => (
            <MenuItem key={each} value={each}>
              In {languageName(each)}
            </MenuItem>
          ))}
        </Select>
      )}
      <FilterChips type={type} together={together} conditions={conditions} address={address} />
      <div className={styles.end}>
        <span className={`${look.pencil} ${look.small}`} role="status">
          {found ?? ''}
        </span>
        {children}
        <span className={styles.densities} role="group" aria-label="How tall rows are">
          {density('Compact', undefined, !roomy)}
          {density('Roomy', 'yes', roomy)}
        </span>
      </div>
    </div>
  );
}
