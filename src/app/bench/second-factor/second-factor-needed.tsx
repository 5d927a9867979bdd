'use client';
import { useRouter } from 'next/navigation';
import type { ReactElement } from 'react';
import { SetUpSecondFactor } from '../../../ui/set-up-second-factor';

export function SecondFactorNeeded(): ReactElement {
  const router = useRouter();
  return (
    <SetUpSecondFactor
      onDone={() => {
        router.replace('/bench');
        router.refresh();
      }}
    />
  );
}
