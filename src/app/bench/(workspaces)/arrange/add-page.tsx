'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { TreePage, PlaceVerdict } from '../../../../contract/pages';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { useGoing } from '../../../../ui/going';
import { Labelled } from '../../../../ui/labelled';
import { Mono, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import styles from './arrange.module.css';
import { StarterPicture } from './starters/small-drawing';
import { starterInWords } from './starters/starter-in-words';
import { useStarters } from './starters/use-starters';
import { addressOfEach } from '../../../../core/site/address';
import { answersOf } from '../../../../core/model/page-source';
import type { PageType } from '../../../../core/model/document';
import type { CompiledType } from '../../../../core/model/compile';

const firstAllowed = (verdicts: readonly PlaceVerdict[]): string | undefined =>
  verdicts.find(({ allowed }) => allowed)?.id ?? undefined;

const titleKeyOf = (type: CompiledType<PageType> | undefined): string =>
  type?.field(type.definition.title)?.key ?? 'title';

/** Makes a page below another: only the types that may stand there can be chosen, the others say why not. */
export function AddPage({
  parent,
  site,
  first,
  onClose,
}: {
  parent: TreePage | null;
  /** The site at whose top it stands, where it stands below no page. */
  site?: string;
  /** The key of the page type that is chosen first. */
  first?: string | undefined;
  onClose: () => void;
}): ReactElement {
  const model = useModel();
  const client = useQueryClient();
  const { begin } = useGoing();
  const atTop = site === undefined ? {} : { site };
  const { data: below } = useAsk(
    'typesUnder',
    { path: { id: parent?.id ?? '' } },
    { enabled: parent !== null },
  );
  const { data: top } = useAsk('topTypes', { query: atTop }, { enabled: parent === null });
  const { data: listings } = useAsk('listings');
  const loaded = parent ? below : top;
  const verdicts = loaded?.items ?? [];
  const [chosen, setChosen] = useState(first);
  const key = chosen ?? firstAllowed(verdicts);
  const type = key ? model.pageTypeByKey(key) : undefined;
  const filledBy = type ? answersOf(type.definition.source).listing : 'none';
  const isPattern = type !== undefined && !answersOf(type.definition.source).isPlace;
  const titleKey = titleKeyOf(type);
  const [title, setTitle] = useState('');
  const [listing, setListing] = useState('');
  const [begins, setBegins] = useState<string>();
  const starters = useStarters().filter((each) => key !== undefined && each.type === key);
  // A type that names a starter begins with it; another is chosen, or none, for this page alone.
  const named = starters.find((each) => each.key === type?.definition.starter)?.id ?? '';
  const starter = starters.some(({ id }) => id === begins) || begins === '' ? (begins ?? named) : named;
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  const { data: address } = useAsk(
    'addressFor',
    { query: { title: title.trim(), type: key ?? '', ...(parent ? { parent: parent.id } : atTop) } },
    { enabled: key !== undefined && title.trim() !== '' },
  );
  const askTypes = () =>
    parent ? ask('typesUnder', { path: { id: parent.id } }) : ask('topTypes', { query: atTop });
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const make = async (event: FormEvent) => {
    event.preventDefault();
    const on = begin();
    setBusy(true);
    setProblem(undefined);
    try {
      // Who is quicker than the types are told makes a page of the first that may stand there.
      const of = key ?? firstAllowed((await askTypes()).items);
      if (of === undefined) return setBusy(false);
      const made = await ask('addPage', {
        body: {
          type: of,
          parent: parent?.id ?? null,
          ...(parent ? {} : atTop),
          values: { [titleKeyOf(model.pageTypeByKey(of))]: title },
          ...(listing && filledBy !== 'none' ? { listing } : {}),
          ...(starters.length > 0 ? { starter: starter || null } : {}),
        },
      });
      void client.invalidateQueries();
      onClose();
      on(`/bench/arrange/${made.id}`);
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="add-page">
      <form onSubmit={(event) => void make(event)} noValidate>
        <DialogTitle id="add-page">
          {parent ? `A page under ${parent.title}` : 'The page at the top'}
        </DialogTitle>
        <DialogContent>
          <div className={styles.form}>
            <Labelled id="page-type" label="Type" group faults={at('/parent')}>
              <div className={styles.types} tabIndex={-1}>
                {verdicts.map(({ id, label, allowed, reasons }) => (
                  <label key={id} className={styles.type} data-chosen={id === key} data-not={!allowed}>
                    <input
                      type="radio"
                      name="page-type"
                      value={id ?? ''}
                      checked={id === key}
                      disabled={!allowed}
                      onChange={() => setChosen(id ?? undefined)}
                    />
                    <span>{label}</span>
                    <small>
                      {allowed ? model.pageTypeByKey(id ?? '')?.definition.purpose : reasons.join(' ')}
                    </small>
                  </label>
                ))}
              </div>
            </Labelled>
            <TextBox
              id="page-title"
              label="Title"
              value={title}
              onChange={setTitle}
              faults={at(`/values/${titleKey}`)}
              autoFocus
              help={
                address && title.trim() ? (
                  <>
                    {isPattern ? 'Each of its pages gets an address below ' : 'Its address becomes '}
                    <Mono>{isPattern ? addressOfEach(address.address) : address.address}</Mono>
                  </>
                ) : (
                  'The address is made from it.'
                )
              }
            />
            {filledBy !== 'none' && (
              <Labelled
                id="page-listing"
                label="Filled by"
                help={
                  filledBy === 'possible'
                    ? 'On each of its pages: one that asks for “this category” lists what stands in it.'
                    : undefined
                }
                faults={at('/listing')}
              >
                <Select
                  displayEmpty
                  fullWidth
                  value={listing}
                  onChange={({ target }) => setListing(target.value)}
                  labelId="page-listing-label"
                  SelectDisplayProps={{ id: 'page-listing' }}
                >
                  <MenuItem value="">Chosen later</MenuItem>
                  {listings?.items.map(({ id, label }) => (
                    <MenuItem key={id} value={id}>
                      {label}
                    </MenuItem>
                  ))}
                </Select>
              </Labelled>
            )}
            {starters.length > 0 && (
              <Labelled id="page-starter" label="Begins with" group faults={at('/starter')}>
                <div className={styles.types}>
                  {[undefined, ...starters].map((each) => {
                    const id = each?.id ?? '';
                    return (
                      <div key={id} className={styles.begins} data-chosen={id === starter}>
                        <label className={styles.type}>
                          <input
                            type="radio"
                            name="page-starter"
                            value={id}
                            checked={id === starter}
                            onChange={() => setBegins(id)}
                          />
                          <span>{each?.name ?? 'Nothing but what its type holds'}</span>
                          {each && <small>{each.about || starterInWords(model, each)}</small>}
                        </label>
                        {each && <StarterPicture starter={each} width={200} height={112} />}
                      </div>
                    );
                  })}
                </div>
              </Labelled>
            )}
            {problem && problem.faults.length === 0 && (
              <Note sort="error" role="alert">
                {problem.message}
              </Note>
            )}
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy || (loaded && !key) || !title.trim()}>
            Make the page
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
