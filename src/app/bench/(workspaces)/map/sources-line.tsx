'use client';
import { IconButton, Menu, MenuItem } from '@mui/material';
import { X } from 'lucide-react';
import { useState, type ReactElement, type ReactNode } from 'react';
import type { Id } from '../../../../core/ids';
import { listingBounds } from '../../../../core/mapping/rule/listing-rule';
import {
  listableSources,
  possibleSources,
  sourcePlural,
  type Sources,
} from '../../../../core/mapping/rule/sources';
import { useModel } from '../../../../ui/model-in-force';
import { WordChoice } from '../../../../ui/word-choice';
import lines from '../../../../ui/conditions/conditions.module.css';
import styles from './map.module.css';

/** What a listing takes: one type, that can be changed for another, or several beside one another. */
export function SourcesLine({
  sources,
  disabled,
  onFrom,
  end,
}: {
  sources: Sources;
  disabled: boolean;
  onFrom: (from: Id[]) => void;
  end: ReactNode;
}): ReactElement {
  const model = useModel();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const taken = sources.types.map(({ id }) => id);
  const [only] = taken;
  // Comments are listed by themselves.
  const left = sources.ofComments ? [] : possibleSources(model).filter(({ id }) => !taken.includes(id));
  return (
    <div className={lines.line}>
      {taken.length === 1 ? (
        <WordChoice
          chip
          label="What it lists"
          value={only ?? ''}
          options={listableSources(model).map((type) => [type.id, sourcePlural(type)] as const)}
          disabled={disabled}
          onChange={(id) => onFrom([id])}
        />
      ) : (
        <ul className={styles.sources} aria-label="What it lists">
          {sources.types.map((type) => (
            <li key={type.id}>
              {sourcePlural(type)}
              {!disabled && (
                <IconButton
                  sx={{ p: '2px' }}
                  aria-label={`Take out ${sourcePlural(type)}`}
                  onClick={() => onFrom(taken.filter((id) => id !== type.id))}
                >
                  <X size={14} />
                </IconButton>
              )}
            </li>
          ))}
        </ul>
      )}
      {!disabled && left.length > 0 && taken.length < listingBounds.sources && (
        <button
          type="button"
          className={lines.add}
          aria-haspopup="menu"
          onClick={(event) => setAt(event.currentTarget)}
        >
          and…
        </button>
      )}
      <span style={{ color: 'var(--pencil)' }}>that visitors see</span>
      <span className={lines.counts}>{end}</span>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {left.map((type) => (
          <MenuItem
            key={type.id}
            onClick={() => {
              setAt(null);
              onFrom([...taken, type.id]);
            }}
          >
            {sourcePlural(type)}
          </MenuItem>
        ))}
      </Menu>
    </div>
  );
}
