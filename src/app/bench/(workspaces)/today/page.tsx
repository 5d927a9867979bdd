import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { today } from '../../../../services/review';
import { signedIn } from '../../signed-in';
import { TodayBench } from './today-bench';

export const metadata: Metadata = { title: 'Today' };

export default async function TodayPage(): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  return <TodayBench initial={await today(installation, person)} />;
}
