'use client';
import { IconButton, Menu, MenuItem, Select } from '@mui/material';
import { X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import type { ListingFigures, ListingResult } from '../../../../contract/listings';
import type { Json } from '../../../../core/json';
import { comparisonWords, conditionInWords } from '../../../../core/mapping/condition-words';
import { readCondition } from '../../../../core/mapping/read-rule';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { Frame } from '../../../../ui/frame';
import { useModel } from '../../../../ui/model-in-force';
import { asTest, beginTest, comparisonsOf, conditionsOf, type SpokenTest } from './rule-edit';
import { TestValue } from './test-value';
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

function TestLine({ type, test, disabled, onChange }: { type: CompiledType<ContentType>; test: SpokenTest; disabled: boolean; onChange: (test: SpokenTest) => void }): ReactElement {
  const field = type.fieldByKey(test.field);
  if (!field) return <span>It asks a field that is gone.</span>;
  return (
    <>
      <b style={{ fontWeight: 550 }}>{field.label}</b>
      <Select variant="standard" disableUnderline disabled={disabled} value={test.is} sx={{ fontSize: 13, color: 'var(--pencil)' }} onChange={({ target }) => onChange(beginTest(field, target.value))} slotProps={{ input: { 'aria-label': `How ${field.label} is compared` } }}>
        {comparisonsOf(field).map((is) => <MenuItem key={is} value={is}>{comparisonWords[is]}</MenuItem>)}
      </Select>
      <TestValue field={field} test={test} disabled={disabled} onChange={(value) => onChange({ ...test, value })} />
    </>
  );
}

/** First step: of which type, and which of them. Each condition tells how many it lets through and how many it drops. */
export function WhichEntries({ type, where, result, figures, disabled, onType, onWhere }: Props): ReactElement {
  const model = useModel();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const conditions = conditionsOf(where);
  const put = (next: Json[]) => onWhere({ all: next });
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
        {conditions.map((condition, i) => {
          const test = asTest(condition);
          const passed = figures?.steps[i];
          const before = i === 0 ? result?.of : figures?.steps[i - 1];
          return (
            <div className={styles.line} key={i}>
              {test
                ? <TestLine type={type} test={test} disabled={disabled} onChange={(next) => put(conditions.map((each, j) => (j === i ? { ...next } as Json : each)))} />
                : <span>{conditionInWords(readCondition(model, type, condition, '').condition, type, { locale: model.locale })}</span>}
              <span className={styles.counts}>{passed !== undefined && <><span>{passed}</span><span className={styles.drops}>{before !== undefined && before - passed > 0 ? `−${before - passed}` : ''}</span></>}</span>
              {!disabled && <IconButton aria-label="Take this condition out" onClick={() => put(conditions.filter((_, j) => j !== i))}><X size={14} /></IconButton>}
            </div>
          );
        })}
        {!disabled && <button type="button" className={styles.add} aria-haspopup="menu" onClick={(event) => setAt(event.currentTarget)}>Add a condition</button>}
        <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
          {type.fields.map((field) => (
            <MenuItem key={field.id} onClick={() => { setAt(null); put([...conditions, { ...beginTest(field, comparisonsOf(field)[0] ?? 'filled') } as Json]); }}>{field.label}</MenuItem>
          ))}
        </Menu>
      </div>
    </Frame>
  );
}
