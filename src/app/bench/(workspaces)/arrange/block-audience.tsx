'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { JsonObject } from '../../../../core/json';
import { parseSeenBy } from '../../../../core/site/audience';
import { ForWhom } from '../../../../ui/for-whom';
import { useModel } from '../../../../ui/model-in-force';

/**
 * For whom a block is among those who see its page; one button until somebody wants it. Nothing where nobody has
 * an account.
 */
export function BlockAudience({
  block: { seenBy, ...rest },
  disabled,
  path,
  onChange,
}: {
  block: JsonObject;
  disabled: boolean;
  path: string;
  onChange: (block: JsonObject) => void;
}): ReactElement | null {
  const { accounts } = useModel().document;
  const value = parseSeenBy(seenBy);
  if (!value)
    return disabled || !accounts ? null : (
      <div>
        <Button size="small" onClick={() => onChange({ ...rest, seenBy: { groups: [] } })}>
          Show it to some visitors only…
        </Button>
      </div>
    );
  return (
    <ForWhom
      id={`${path}-audience`}
      label="Shown to"
      groups={accounts?.groups ?? []}
      value={value}
      disabled={disabled}
      onChange={(next) => onChange(next ? { ...rest, seenBy: { groups: next.groups } } : rest)}
    />
  );
}
