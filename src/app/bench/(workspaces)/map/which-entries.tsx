'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import type { ListingFigures, ListingResult } from '../../../../contract/listings';
import type { Json } from '../../../../core/json';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { Frame } from '../../../../ui/frame';
import { useModel } from '../../../../ui/model-in-force';
import { ConditionRows } from './condition-rows';
import { conditionsOf } from './rule-edit';
import styles from './map.module.css';

interface Props {
  type: CompiledType<ContentType>;
  where: Json | undefined;
  result: ListingResult | undefined;
  figures: ListingFigures | undefined;
  disabled: boolean;
  onType: (key: string) => void;
  onWhere: (where: Json) => void;
}

/** What is odd about a condition, in words. */
const oddWords = { nothing: 'It lets nothing through.', everything: 'It lets everything through.', unfilled: 'Nobody fills this field yet.' } as const;

/** First step: of which type, and which of them. Each condition tells how many it lets through and how many it drops. */
export function WhichEntries({ type, where, result, figures, disabled, onType, onWhere }: Props): ReactElement {
  const model = useModel();
  const told = (i: number) => {
    const passed = figures?.steps[i];
    const before = i === 0 ? result?.of : figures?.steps[i - 1];
    return passed !== undefined && <><span>{passed}</span><span className={styles.drops}>{before !== undefined && before - passed > 0 ? `−${before - passed}` : ''}</span></>;
  };
  const below = (i: number) => {
    const condition = figures?.conditions[i];
    if (!condition) return null;
    const { dropped, odd } = condition;
    const drops = (i === 0 ? result?.of ?? 0 : figures.steps[i - 1] ?? 0) - (figures.steps[i] ?? 0);
    return (
      <>
        {odd && <span className={styles.odd}>{oddWords[odd]}</span>}
        {!odd && dropped.length > 0 && <span className={styles.out}>Just out: {dropped.join(', ')}{drops > dropped.length ? `, and ${drops - dropped.length} more` : ''}</span>}
      </>
    );
  };
  return (
    <Frame label="Which entries">
      <div className={styles.step}>
        <header><span>1</span><h2>Which entries</h2><span role="status">{result && <><b>{result.matching}</b> of {result.of}</>}</span></header>
        <div className={styles.line}>
          <Select disabled={disabled} value={type.is.key} onChange={({ target }) => onType(target.value)} slotProps={{ input: { 'aria-label': 'Type of the entries' } }}>
            {model.contentTypes.map(({ is }) => <MenuItem key={is.id} value={is.key}>{is.plural}</MenuItem>)}
          </Select>
          <span style={{ color: 'var(--pencil)' }}>that visitors see</span>
          <span className={styles.counts}>{result?.of}</span>
        </div>
        <ConditionRows type={type} conditions={conditionsOf(where)} disabled={disabled} end={told} below={below} onChange={(all) => onWhere({ all })} />
      </div>
    </Frame>
  );
}
