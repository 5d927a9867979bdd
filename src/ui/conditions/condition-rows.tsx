'use client';
import { Divider, IconButton, Menu, MenuItem } from '@mui/material';
import { X } from 'lucide-react';
import { useState, type ReactElement, type ReactNode } from 'react';
import type { Json } from '../../core/json';
import { conditionInWords } from '../../core/mapping/rule/condition-words';
import { parseCondition } from '../../core/mapping/rule/parse/condition';
import type { Fielded } from '../../core/model/compile';
import { useModel } from '../model-in-force';
import { WordChoice } from '../word-choice';
import {
  askable,
  asGroup,
  asTest,
  beginTest,
  comparisonsOf,
  fromGroup,
  isOtherEntry,
  otherEntry,
  type Askable,
  type SpokenGroup,
} from './rule-edit';
import { asMetadataTest, MetadataLine, metadataOffers } from './metadata-line';
import { TestLine } from './test-line';
import styles from './conditions.module.css';

/** How deep groups stand inside one another here; what was nested deeper elsewhere is told in words. */
const GROUPS_DEEP = 2;
const sorts: Record<SpokenGroup['sort'], string> = {
  all: 'All of these',
  any: 'At least one of these',
  none: 'None of these',
};

interface RowsProps {
  type: Fielded;
  conditions: readonly Json[];
  disabled: boolean;
  onChange: (conditions: Json[]) => void;
  /** What stands at the end of each line: what the condition lets through. */
  end?: (place: number) => ReactNode;
  /** What is told below each: what it drops, what is odd about it. */
  below?: (place: number) => ReactNode;
  depth?: number;
  /** Whether it is asked at a place, from which conditions may take something: a listing is, a table is not. */
  atPlace?: boolean;
  /** What else can be added beside conditions over fields. */
  others?: readonly { label: string; add: () => void }[];
}

/**
 * Conditions one below the other, each with a way to change it and to take it out; the last line adds
 * another, or a group of them.
 */
export function ConditionRows({
  type,
  conditions,
  disabled,
  onChange,
  end,
  below,
  depth = 0,
  atPlace = true,
  others = [],
}: RowsProps): ReactElement {
  const model = useModel();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [added, setAdded] = useState<number>();
  const put = (place: number, condition: Json) =>
    onChange(conditions.map((each, i) => (i === place ? condition : each)));
  const add = (condition: Json) => {
    setAt(null);
    setAdded(conditions.length);
    onChange([...conditions, condition]);
  };
  const { own, linked } = askable(model, type);
  const [first] = own;
  const begun = ({ field, key }: Askable): Json =>
    ({ ...beginTest(field, comparisonsOf(field)[0] ?? 'filled', key) }) as Json;
  return (
    <>
      {conditions.map((condition, i) => {
        const test = asTest(condition);
        const group = depth < GROUPS_DEEP ? asGroup(condition) : undefined;
        const standing = asMetadataTest(condition);
        return (
          <div className={styles.line} data-condition key={`${i} ${test?.field ?? standing?.sort ?? ''}`}>
            {test && (
              <TestLine
                type={type}
                test={test}
                disabled={disabled}
                added={added === i}
                atPlace={atPlace}
                onChange={(next) => put(i, { ...next } as Json)}
              />
            )}
            {group && (
              <b>
                <WordChoice
                  label="How the conditions of this group stand together"
                  value={group.sort}
                  options={(['all', 'any', 'none'] as const).map((sort) => [sort, sorts[sort]] as const)}
                  disabled={disabled}
                  onChange={(sort) => put(i, fromGroup({ ...group, sort }))}
                />
              </b>
            )}
            {standing && (
              <MetadataLine
                sort={standing.sort}
                type={type}
                test={standing.test}
                disabled={disabled}
                added={added === i}
                onChange={(next) => put(i, next)}
              />
            )}
            {!test && !group && !standing && (
              <span>
                {isOtherEntry(condition) ? (
                  <>It is not the entry of this page</>
                ) : (
                  conditionInWords(parseCondition(model, type, condition, '').condition, type, {
                    locale: model.locale,
                    fieldOf: (id) =>
                      model.contentTypes.flatMap(({ fields }) => fields).find((field) => field.id === id),
                  })
                )}
              </span>
            )}
            <span className={`${styles.counts} ${end ? styles.told : ''}`}>{end?.(i)}</span>
            {!disabled && (
              <IconButton
                aria-label={group ? 'Take this group out' : 'Take this condition out'}
                onClick={() => {
                  setAdded(undefined);
                  onChange(conditions.filter((_, j) => j !== i));
                }}
              >
                <X size={14} />
              </IconButton>
            )}
            {below?.(i)}
            {group && (
              <div className={styles.group} role="group" aria-label={sorts[group.sort]}>
                <ConditionRows
                  type={type}
                  conditions={group.inner}
                  disabled={disabled}
                  depth={depth + 1}
                  atPlace={atPlace}
                  onChange={(inner) =>
                    inner.length === 0
                      ? onChange(conditions.filter((_, j) => j !== i))
                      : put(i, fromGroup({ ...group, inner }))
                  }
                />
              </div>
            )}
          </div>
        );
      })}
      {!disabled && (
        <button
          type="button"
          className={styles.add}
          aria-haspopup="menu"
          onClick={(event) => setAt(event.currentTarget)}
        >
          {depth > 0 ? 'Add to this group' : atPlace ? 'Add a condition' : 'Add a filter'}
        </button>
      )}
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {others.map((each) => (
          <MenuItem
            key={each.label}
            onClick={() => {
              setAt(null);
              each.add();
            }}
          >
            {each.label}
          </MenuItem>
        ))}
        {others.length > 0 && <Divider />}
        {[...own, ...linked].map((each) => (
          <MenuItem key={each.key} onClick={() => add(begun(each))}>
            {each.label}
          </MenuItem>
        ))}
        {atPlace && <Divider />}
        {(atPlace ? metadataOffers(model, type) : []).map(({ label, begun: standing }) => (
          <MenuItem key={label} onClick={() => add(standing)}>
            {label}
          </MenuItem>
        ))}
        {atPlace && !conditions.some(isOtherEntry) && (
          <MenuItem onClick={() => add(otherEntry)}>Not the entry of this page</MenuItem>
        )}
        <Divider />
        {depth < GROUPS_DEEP && first && (
          <MenuItem onClick={() => add({ any: [begun(first)] })}>A group of conditions</MenuItem>
        )}
      </Menu>
    </>
  );
}
