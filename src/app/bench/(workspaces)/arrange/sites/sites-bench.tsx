'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { SiteAnswer } from '../../../../../contract/sites';
import { ask, Problem, wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../../ui/marks';
import { useMay } from '../../../../../ui/shell/person';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useTell } from '../../../../../ui/telling';
import { TextBox } from '../../../../../ui/text-box';
import { LanguageBox, ZoneBox } from '../../../../../ui/place-boxes';
import { useModel } from '../../../../../ui/model-in-force';
import { SiteTree } from '../tree/site-tree';
import { useTreeSeen } from '../tree/use-tree-seen';
import { SitePicture } from './site-picture';
import styles from './sites.module.css';
import { Link } from '../../../../../ui/link';

type Act = (what: () => Promise<unknown>, done: string) => Promise<Problem | undefined>;

/** One site: its name, where it begins, how many pages stand in it. */
function SiteRow({
  site,
  pages,
  first,
  mayChange,
  act,
}: {
  site: SiteAnswer;
  pages: number;
  first: boolean;
  mayChange: boolean;
  act: Act;
}): ReactElement {
  const [label, setLabel] = useState(site.label);
  const [place, setPlace] = useState({ locale: site.locale, timeZone: site.timeZone });
  const { main, others } = useModel().document.locales;
  const [problem, setProblem] = useState<Problem>();
  const path = { id: site.id };
  return (
    <li className={styles.row}>
      <div className={styles.place}>
        <TextBox
          id={`site-${site.id}`}
          label="Name"
          value={label}
          onChange={setLabel}
          faults={label.trim() ? [] : ['A site needs a name.']}
          slotProps={{ input: { maxLength: 80, readOnly: !mayChange } }}
          help={
            <>
              Begins at <Mono>{site.address}</Mono>, {pages === 1 ? '1 page' : `${pages} pages`}. Its key is{' '}
              {site.key} and stays so.
            </>
          }
        />
        <SitePicture
          site={site}
          mayChange={mayChange}
          onChange={(picture, done) =>
            void act(() => ask('changeSite', { path, body: { picture } }), done).then(setProblem)
          }
        />
      </div>
      <div className={styles.place}>
        <LanguageBox
          id={`language-${site.id}`}
          label="Language that leads"
          names={[main, ...others]}
          value={place.locale}
          onChange={(locale) => setPlace({ ...place, locale })}
          readOnly={!mayChange}
          help="Its pages stand without a prefix."
        />
        <ZoneBox
          id={`zone-${site.id}`}
          label="Time zone"
          value={place.timeZone}
          onChange={(timeZone) => setPlace({ ...place, timeZone })}
          readOnly={!mayChange}
          help="Its days turn by this clock."
        />
      </div>
      <div className={look.acts}>
        {mayChange && (
          <Button
            disabled={
              !label.trim() ||
              (label.trim() === site.label &&
                place.locale === site.locale &&
                place.timeZone === site.timeZone)
            }
            onClick={() =>
              void act(
                () => ask('changeSite', { path, body: { label: label.trim(), ...place } }),
                `${label.trim()} is saved.`,
              ).then(setProblem)
            }
          >
            Save
          </Button>
        )}
        <Button component={Link} href={`/bench/arrange?site=${site.id}`}>
          {pages === 0 ? 'Begin it' : 'Its pages'}
        </Button>
        {mayChange && !first && pages === 0 && (
          <Button
            color="error"
            onClick={() =>
              void act(() => ask('removeSite', { path }), `${site.label} is taken away.`).then(setProblem)
            }
          >
            Take away
          </Button>
        )}
      </div>
      {problem && (
        <Note sort="error" role="alert">
          {problem.message}
        </Note>
      )}
    </li>
  );
}

/** The sites of this installation: they share model, entries and media, and each has a tree of pages of its own. */
export function SitesBench(): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const mayChange = useMay('shape the model');
  const data = useTreeSeen(undefined);
  const [label, setLabel] = useState('');
  const [begins, setBegins] = useState('');
  const [problem, setProblem] = useState<Problem>();
  const sites = data?.sites ?? [];
  const act: Act = async (what, done) => {
    try {
      await what();
      tell(done);
      return undefined;
    } catch (error) {
      return error instanceof Problem ? error : new Problem(0, wordsOf(error));
    } finally {
      await client.invalidateQueries();
    }
  };
  const make = async (event: FormEvent) => {
    event.preventDefault();
    const failed = await act(
      () => ask('addSite', { body: { label: label.trim(), begins: begins.trim() } }),
      `${label.trim()} is made.`,
    );
    setProblem(failed);
    if (!failed) {
      setLabel('');
      setBegins('');
    }
  };
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  return (
    <Workspace outline={<SiteTree />} outlineLabel="Site tree">
      <div className={look.heading}>
        <div>
          <Eyebrow>Arrange</Eyebrow>
          <h1>Sites</h1>
          <p className={look.pencil}>
            They share model, entries and media. Each has a tree of pages of its own, and listings can ask in
            which a page stands.
          </p>
        </div>
      </div>
      <Frame label="Sites of this installation">
        <ul className={styles.list}>
          {sites.map((site, i) => (
            <SiteRow
              key={`${site.id} ${site.label}`}
              site={site}
              first={i === 0}
              pages={site.pages}
              mayChange={mayChange}
              act={act}
            />
          ))}
        </ul>
        {mayChange && (
          <form
            className={styles.fresh}
            onSubmit={(event) => void make(event)}
            noValidate
            aria-label="Another site"
          >
            <TextBox
              id="new-site"
              label="Another site"
              value={label}
              onChange={setLabel}
              faults={at('/label')}
              slotProps={{ input: { maxLength: 80 } }}
              help="Its name, as visitors read it."
            />
            <TextBox
              id="new-site-begins"
              label="Its addresses begin with"
              value={begins}
              onChange={setBegins}
              faults={at('/begins')}
              slotProps={{ input: { maxLength: 60, spellCheck: false } }}
              help={
                begins.trim() ? (
                  <>
                    Its top page will stand at <Mono>/{begins.trim()}</Mono>
                  </>
                ) : (
                  'Small letters, digits and hyphens: friends.'
                )
              }
            />
            <Button type="submit" variant="contained" disabled={!label.trim() || !begins.trim()}>
              Make the site
            </Button>
            {problem && problem.faults.length === 0 && (
              <Note sort="error" role="alert">
                {problem.message}
              </Note>
            )}
          </form>
        )}
      </Frame>
    </Workspace>
  );
}
