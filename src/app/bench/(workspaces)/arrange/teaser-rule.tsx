'use client';
import type { ReactElement } from 'react';
import { parts } from '../../../../core/mapping/parts';
import { isJsonObject, type JsonObject } from '../../../../core/json';
import { parseTeaser, teaserBounds, teaserParts } from '../../../../core/site/teaser';
import { pointer, type Fault } from '../../../../core/faults';
import { NumberRule, YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import { Note } from '../../../../ui/marks';
import styles from './arrange.module.css';

/** Which parts a teaser shows of what it leads to, and how long its words are. */
export function TeaserRule({
  block,
  path,
  disabled,
  faults,
  onChange,
}: {
  block: JsonObject;
  /** Sets its inputs apart from those of other blocks. */
  path: string;
  disabled: boolean;
  faults: readonly Fault[];
  onChange: (block: JsonObject) => void;
}): ReactElement {
  // What is half typed is told beside it, and takes nothing else away.
  const kept = isJsonObject(block.teaser) ? block.teaser : {};
  const without = parseTeaser({ without: kept.without ?? [] }, '').rule?.without ?? [];
  const shorten = typeof kept.shorten === 'number' ? kept.shorten : undefined;
  const put = (teaser: { without: string[]; shorten?: number | undefined }) => {
    const { shorten: most, ...rest } = teaser;
    onChange({ ...block, teaser: { ...rest, ...(most === undefined ? {} : { shorten: most }) } });
  };
  const told = faults.filter((fault) => fault.path.startsWith(pointer('', 'teaser')));
  return (
    <>
      <Labelled id={`${path}-parts`} label="What it shows, where there is any" group>
        <div className={styles.teaserParts}>
          {teaserParts.map((part) => (
            <YesRule
              key={part}
              label={parts[part].label}
              value={!without.includes(part)}
              disabled={disabled}
              onChange={(shows) =>
                put({
                  without: shows ? without.filter((each) => each !== part) : [...without, part],
                  shorten,
                })
              }
            />
          ))}
        </div>
      </Labelled>
      <NumberRule
        id={`${path}-shorten`}
        label={`Characters of its words, ${teaserBounds.least} to ${teaserBounds.most}`}
        value={shorten}
        whole
        onChange={(most) => put({ without, shorten: most })}
      />
      {told.map(({ path: at, message }) => (
        <Note key={at} sort="error">
          {message}
        </Note>
      ))}
    </>
  );
}
