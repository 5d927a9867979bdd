'use client';
import { useQueryClient } from '@tanstack/react-query';
import { memo, useState, type ReactElement } from 'react';
import type { AudienceAnswer, BoundAudience } from '../../../contract/audience';
import type { SeenBy } from '../../../core/site/audience';
import { ask, wordsOf } from '../../../ui/ask';
import { ForWhom, forWhomInWords } from '../../../ui/for-whom';
import { Link } from '../../../ui/link';
import look from '../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../ui/marks';
import { useModel } from '../../../ui/model-in-force';
import { useMay } from '../../../ui/shell/person';
import { useTell } from '../../../ui/telling';
import { useAsk } from '../../../ui/use-ask';
import styles from './record-audience.module.css';

const asSeenBy = ({ own }: AudienceAnswer): SeenBy | undefined =>
  own ? { groups: own.groups, ...(own.asks ? { asks: true } : {}) } : undefined;

/**
 * For whom a page (with all below it) or an entry is. What is said holds at once: it is no word of what is
 * published, and
 * goes back like any act. Nothing where visitors have no accounts.
 */
export const RecordAudience = memo(function RecordAudience({
  id,
  sort,
}: {
  id: string;
  sort: 'page' | 'entry';
}): ReactElement | null {
  const model = useModel();
  const { accounts } = model.document;
  const may = useMay('publish');
  const client = useQueryClient();
  const tell = useTell();
  const [problem, setProblem] = useState('');
  // What was chosen stands there while it is on its way.
  const [chosen, setChosen] = useState<{ value: SeenBy | undefined }>();
  const { data, error } = useAsk('audience', { path: { id } }, { enabled: accounts !== undefined });
  if (!accounts) return null;
  const { groups } = accounts;
  const say = async (value: SeenBy | undefined) => {
    setProblem('');
    setChosen({ value });
    const own = value ? { groups: value.groups, asks: value.asks === true } : null;
    try {
      await ask('changeAudience', { path: { id }, body: { own } });
      tell(value ? `It is for ${forWhomInWords(value, groups)} now.` : 'It is for everyone now.');
    } catch (failed) {
      setProblem(wordsOf(failed));
    } finally {
      await client.invalidateQueries({ queryKey: ['audience'] });
      setChosen(undefined);
    }
  };
  const bound = ({ by, label, page, seenBy }: BoundAudience, i: number) => (
    <li key={i}>
      {by === 'type' ? (
        <>
          Every {label} is for {forWhomInWords(seenBy, groups)}.
        </>
      ) : (
        <>
          What stands below {page ? <Link href={`/bench/arrange/${page}`}>{label}</Link> : label} is for{' '}
          {forWhomInWords(seenBy, groups)}.
        </>
      )}
    </li>
  );
  return (
    <section className={styles.audience} aria-label="For whom">
      <Eyebrow>For whom</Eyebrow>
      {(problem || error) && (
        <Note sort="error" role="alert">
          {problem || wordsOf(error)}
        </Note>
      )}
      {data ? (
        <>
          <ForWhom
            id={`audience-${id}`}
            label={sort === 'page' ? 'This page and all below it are for' : 'This entry is for'}
            groups={groups}
            value={chosen ? chosen.value : asSeenBy(data)}
            asks
            disabled={!may}
            help="It holds at once, in every list, feed, map and search."
            onChange={(value) => void say(value)}
          />
          {data.bound.length > 0 && <ul className={look.pencil}>{data.bound.map(bound)}</ul>}
        </>
      ) : (
        !error && <p className={look.pencil}>Looking…</p>
      )}
    </section>
  );
});
