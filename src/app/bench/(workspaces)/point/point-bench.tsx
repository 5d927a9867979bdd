'use client';
import { Button } from '@mui/material';
import { useEffect, useRef, type ReactElement } from 'react';
import { Frame } from '../../../../ui/frame';
import { useGoing } from '../../../../ui/going';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { Workspace } from '../../../../ui/shell/workspace';
import { Stem } from '../../../../ui/stem';
import { useAsk } from '../../../../ui/use-ask';
import { SiteTree } from '../arrange/tree/site-tree';
import { PageDrawing } from '../page-drawing';
import { targetOf } from './target-of';

const MOST_ITEMS = 48;

/**
 * A visitor's page as it stands now, to be pointed at: each part leads to the field, entry or block that it
 * comes from.
 */
export function PointBench({ address }: { address: string }): ReactElement {
  const { go } = useGoing();
  const { data, error } = useAsk('seenPage', { query: { address } });
  const drawn = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // What can be pointed at can be reached by the keyboard too.
    for (const part of drawn.current?.querySelectorAll<HTMLElement>('[data-field]') ?? []) part.tabIndex = 0;
  }, [data]);
  return (
    <Workspace
      outline={<SiteTree here={data?.page ?? ''} />}
      outlineLabel="Site tree"
      reach={
        data && (
          <section>
            <Eyebrow>What this page comes from</Eyebrow>
            <Stem
              label="What this page comes from"
              from={[
                {
                  key: 'page',
                  label: data.own.label,
                  detail: {
                    page: 'the page itself',
                    entry: 'the entry that it shows',
                    category: 'the words of its category',
                  }[data.own.sort],
                  href: targetOf({}, data) ?? '',
                },
              ]}
              here={{ label: data.drawn.title, detail: address }}
              to={[]}
            />
          </section>
        )
      }
    >
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>
              As visitors see it <Mono>{address}</Mono>
            </span>
          </div>
          <h1>{data?.drawn.title ?? 'A page'}</h1>
          <p className={look.pencil}>
            Point at any part, or move to it with Tab and press Enter, to go where it comes from.
          </p>
        </div>
        <div className={look.acts}>
          <Button component="a" href={address} target="_blank" rel="noreferrer">
            As a visitor
          </Button>
        </div>
      </div>
      {error && (
        <Note sort="error" role="alert">
          {error.message}
        </Note>
      )}
      {data && (
        <Frame label="The page">
          <div ref={drawn}>
            <PageDrawing
              page={data.drawn}
              label="The page to point at"
              items={MOST_ITEMS}
              onPoint={(pointed) => {
                const to = targetOf(pointed, data);
                if (to) go(to);
              }}
            />
          </div>
        </Frame>
      )}
    </Workspace>
  );
}
