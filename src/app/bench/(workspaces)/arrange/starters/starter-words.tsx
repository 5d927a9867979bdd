'use client';
import type { ReactElement } from 'react';
import { TextBox } from '../../../../../ui/text-box';

/** What a starter is called, and when to take it. */
export function StarterWords({
  id,
  name,
  about,
  faultsAt,
  onName,
  onAbout,
}: {
  id: string;
  name: string;
  about: string;
  /** What is wrong at a field (a JSON Pointer). */
  faultsAt: (path: string) => string[];
  onName: (name: string) => void;
  onAbout: (about: string) => void;
}): ReactElement {
  return (
    <>
      <TextBox
        id={`${id}-name`}
        label="Name"
        value={name}
        onChange={onName}
        faults={faultsAt('/name')}
        slotProps={{ input: { maxLength: 120 } }}
      />
      <TextBox
        id={`${id}-about`}
        label="When to take it"
        value={about}
        onChange={onAbout}
        faults={faultsAt('/about')}
        slotProps={{ input: { maxLength: 500 } }}
      />
    </>
  );
}
