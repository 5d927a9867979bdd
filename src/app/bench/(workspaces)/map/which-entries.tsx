'use client';
import type { ReactElement } from 'react';
import type { ListingFigures, ListingResult } from '../../../../contract/listings';
import type { Json } from '../../../../core/json';
import type { Id } from '../../../../core/ids';
import type { Sources } from '../../../../core/mapping/rule/sources';
import { Frame } from '../../../../ui/frame';
import { ConditionRows } from '../../../../ui/conditions/condition-rows';
import { conditionsOf } from '../../../../ui/conditions/rule-edit';
import { SourcesLine } from './sources-line';
import { LetThrough } from './let-through';
import styles from './map.module.css';

interface Props {
  sources: Sources;
  where: Json | undefined;
  result: ListingResult | undefined;
  figures: ListingFigures | undefined;
  disabled: boolean;
  onFrom: (from: Id[]) => void;
  onWhere: (where: Json) => void;
}

/** What is odd about a condition, in words. */
const oddWords = {
  nothing: 'It lets nothing through.',
  everything: 'It lets everything through.',
  unfilled: 'Nobody fills this field yet.',
} as const;

/**
 * First step: of which types, and which of them. Each condition tells how many it lets through and how many
 * it drops.
 */
export function WhichEntries({
  sources,
  where,
  result,
  figures,
  disabled,
  onFrom,
  onWhere,
}: Props): ReactElement {
  const told = (i: number) => {
    const passed = figures?.steps[i];
    const before = i === 0 ? result?.of : figures?.steps[i - 1];
    return (
      passed !== undefined &&
      before !== undefined && (
        <LetThrough passed={passed} dropped={before - passed} names={figures?.conditions[i]?.dropped ?? []} />
      )
    );
  };
  const below = (i: number) => {
    const odd = figures?.conditions[i]?.odd;
    return odd && <span className={styles.odd}>{oddWords[odd]}</span>;
  };
  return (
    <Frame label="Which entries">
      <div className={styles.step}>
        <header>
          <span>1</span>
          <h2>Which entries</h2>
          <span role="status">
            {result && (
              <>
                <b>{result.matching}</b> of {result.of}
              </>
            )}
          </span>
        </header>
        <SourcesLine sources={sources} disabled={disabled} onFrom={onFrom} end={result?.of} />
        {!sources.ofComments && (
          <ConditionRows
            type={sources}
            conditions={conditionsOf(where)}
            disabled={disabled}
            end={told}
            below={below}
            onChange={(all) => onWhere({ all })}
          />
        )}
      </div>
    </Frame>
  );
}
