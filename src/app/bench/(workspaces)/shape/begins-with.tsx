'use client';
import type { ReactElement } from 'react';
import type { PageType } from '../../../../core/model/document';
import { Chosen } from '../../../../ui/chosen';
import { useAsk } from '../../../../ui/use-ask';

/** The starter that new pages of a type begin with, of those that are kept of it. */
export function BeginsWith({
  type,
  onChange,
}: {
  type: PageType;
  onChange: (starter: string | undefined) => void;
}): ReactElement {
  const { data } = useAsk('starters');
  const of = (data?.items ?? []).filter((each) => each.type === type.key);
  const { starter = '' } = type;
  const isGone = starter !== '' && data !== undefined && !of.some(({ key }) => key === starter);
  return (
    <Chosen
      id="type-starter"
      label="New pages begin with"
      value={starter}
      options={[
        ['', 'What stands in its slots at first'],
        ...of.map(({ key, name }): [string, string] => [key, name]),
        ...(starter !== '' && !of.some(({ key }) => key === starter)
          ? [[starter, isGone ? `${starter}, which is gone` : starter] as [string, string]]
          : []),
      ]}
      onChange={(key) => onChange(key === '' ? undefined : key)}
      help="A starter of this type, kept in Arrange."
    />
  );
}
