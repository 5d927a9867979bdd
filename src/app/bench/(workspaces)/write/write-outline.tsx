'use client';
import type { ReactElement } from 'react';
import { states } from '../../../../core/content/states';
import { TypeIcon } from '../../../../ui/icon';
import { StateMark } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';

/** Content types with the number of their entries; below the one at hand, its states. */
export function WriteOutline({ typeKey, state }: { typeKey?: string; state?: string }): ReactElement {
  const model = useModel();
  const { data } = useAsk('overview');
  const countsOf = (key: string) => data?.types.find((type) => type.key === key)?.counts;
  const here = typeKey === undefined ? undefined : countsOf(typeKey);
  return (
    <>
      <OutlineGroup title="Content types" count={model.contentTypes.length}>
        {model.contentTypes.map(({ is }) => {
          const counts = countsOf(is.key);
          const n = counts && states.filter((each) => each !== 'binned').reduce((sum, each) => sum + counts[each], 0);
          return <OutlineRow key={is.id} label={is.plural} icon={<TypeIcon name={is.icon} />} href={`/bench/write/${is.key}`} here={is.key === typeKey && state === undefined} {...(n === undefined ? {} : { end: n })} />;
        })}
      </OutlineGroup>
      {typeKey !== undefined && here && (
        <OutlineGroup title="By state">
          {states.map((each) => <OutlineRow key={each} label={<StateMark state={each} />} href={`/bench/write/${typeKey}?state=${each}`} here={state === each} end={here[each]} />)}
        </OutlineGroup>
      )}
    </>
  );
}
