'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { StarterRow } from '../../../../../contract/starters';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { useModel } from '../../../../../ui/model-in-force';
import { useMay } from '../../../../../ui/shell/person';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { SiteTree } from '../tree/site-tree';
import { DescribeStarter } from './describe-starter';
import { StarterPicture } from './small-drawing';
import { starterInWords } from './starter-in-words';
import styles from './starters.module.css';

/** All starters, each as it looks, with what it is and when to take it. */
export function StartersIndex(): ReactElement {
  const model = useModel();
  const client = useQueryClient();
  const tell = useTell();
  const arranges = useMay('arrange pages');
  const { data, error } = useAsk('starters');
  const [described, setDescribed] = useState<StarterRow>();
  const forget = async ({ id, revision }: StarterRow) => {
    try {
      await ask('forgetStarter', { path: { id }, revision });
      tell('It is forgotten. What began with it stays.');
    } catch (failed) {
      tell(wordsOf(failed));
    }
    await client.invalidateQueries({ queryKey: ['starters'] });
  };
  const begins = ({ begins: keys }: StarterRow) =>
    keys.flatMap((key) => model.pageTypeByKey(key)?.definition.plural ?? []).join(', ');
  return (
    <Workspace outline={<SiteTree />} outlineLabel="Site tree">
      <div className={look.heading}>
        <div>
          <Eyebrow>Arrange</Eyebrow>
          <h1>Starters</h1>
          <p className={look.pencil}>
            Blocks and whole pages to begin with. Each is copied: a change of one changes nothing that began
            with it.
          </p>
        </div>
      </div>
      <Frame label="Starters">
        {error ? (
          <p role="alert">{wordsOf(error)}</p>
        ) : !data ? (
          <p className={look.pencil} role="status">
            They are being fetched…
          </p>
        ) : data.items.length === 0 ? (
          <div className={look.empty}>
            <strong>Nothing is kept as a starter yet</strong>
            <p>
              Open a page. The menu of a block’s handle keeps blocks as a starter; beside the page, below its
              position, the whole page is kept as one.
            </p>
            <Button component={Link} href="/bench/arrange" variant="contained">
              Open a page
            </Button>
          </div>
        ) : (
          <ul className={styles.cards}>
            {data.items.map((row) => (
              <li key={row.id}>
                <StarterPicture starter={row} width={280} height={176} />
                <h2>{row.name}</h2>
                {row.about && <p>{row.about}</p>}
                <p className={look.pencil}>
                  {starterInWords(model, row)}
                  {row.begins.length > 0 && `. New ${begins(row)} begin with it`}.
                </p>
                {arranges && (
                  <div className={styles.acts}>
                    <Button size="small" onClick={() => setDescribed(row)}>
                      Describe…
                    </Button>
                    <Button size="small" aria-label={`Forget ${row.name}`} onClick={() => void forget(row)}>
                      Forget
                    </Button>
                  </div>
                )}
              </li>
            ))}
          </ul>
        )}
      </Frame>
      {described && <DescribeStarter starter={described} onClose={() => setDescribed(undefined)} />}
    </Workspace>
  );
}
