'use client';
import dayjs from 'dayjs';
import { useSyncExternalStore, type ReactElement } from 'react';

const never = () => () => undefined;

/** Whether it is drawn in a browser, where the reader's time zone is known, and not as it comes with the page. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/**
 * A moment in the reader's own time zone, which only a browser knows: what comes with the page is left empty,
 * so that it tells no wrong hour or day.
 */
export function When({
  at,
  as = 'D MMM YYYY',
  title = 'D MMMM YYYY, HH:mm',
}: {
  at: string | number | Date;
  as?: string;
  title?: string;
}): ReactElement {
  const known = useInBrowser();
  const moment = dayjs(at);
  return (
    <time dateTime={moment.toISOString()} {...(known ? { title: moment.format(title) } : {})}>
      {known ? moment.format(as) : '\u00a0'}
    </time>
  );
}
