'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { PageAnswer } from '../../../../contract/pages';
import { ask } from '../../../../ui/ask';
import { Mono, Note } from '../../../../ui/marks';
import { momentInWords } from '../../../../ui/seen-in-words';

/** The places that a page is to take, each of which can be given up. */
export function WaitingPlaces({
  page,
  act,
}: {
  page: PageAnswer;
  /** Does an act at the newest revision. Answers whether it was done. */
  act(what: (revision: number) => Promise<PageAnswer>, done: string): Promise<boolean>;
}): ReactElement {
  return (
    <>
      {page.waitingPlaces.map(({ from, parent, under, address }) => (
        <Note key={from ?? ''} sort="info">
          {from === undefined ? 'When it is next published, it' : `From ${momentInWords(from)} it`} stands
          {parent === page.parent ? '' : ` under ${under || 'the top of the site'},`} at{' '}
          <Mono>{address}</Mono>.{' '}
          <Button
            size="small"
            onClick={() =>
              void act(
                (revision) =>
                  ask('dropWaitingPlace', {
                    path: { id: page.id },
                    revision,
                    query: from === undefined ? {} : { from },
                  }),
                'It stays where it stands.',
              )
            }
          >
            Let it stay
          </Button>
        </Note>
      ))}
    </>
  );
}
