'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { TreePage } from '../../../../contract/pages';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { Labelled } from '../../../../ui/labelled';
import { Mono, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import styles from './arrange.module.css';
import { answersOf } from '../../../../core/model/page-source';

/** Makes a page below another: only the types that may stand there can be chosen, the others say why not. */
export function AddPage({
  parent,
  site,
  onClose,
}: {
  parent: TreePage | null;
  /** The site at whose top it stands, where it stands below no page. */ site?: string;
  onClose: () => void;
}): ReactElement {
  const model = useModel();
  const client = useQueryClient();
  const router = useRouter();
  const atTop = site === undefined ? {} : { site };
  const { data: below } = useAsk(
    'typesUnder',
    { path: { id: parent?.id ?? '' } },
    { enabled: parent !== null },
  );
  const { data: top } = useAsk('topTypes', { query: atTop }, { enabled: parent === null });
  const { data: listings } = useAsk('listings');
  const verdicts = (parent ? below : top)?.items ?? [];
  const [chosen, setChosen] = useState<string>();
  const key = chosen ?? verdicts.find(({ allowed }) => allowed)?.id ?? undefined;
  const type = key ? model.pageTypeByKey(key) : undefined;
  const needsListing = type !== undefined && answersOf(type.definition.source).listing === 'needed';
  const titleKey = type?.field(type.definition.title)?.key ?? 'title';
  const [title, setTitle] = useState('');
  const [listing, setListing] = useState('');
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  const { data: address } = useAsk(
    'addressFor',
    { query: { title: title.trim(), type: key ?? '', ...(parent ? { parent: parent.id } : atTop) } },
    { enabled: key !== undefined && title.trim() !== '' },
  );
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (!key) return;
    setBusy(true);
    setProblem(undefined);
    try {
      const made = await ask('addPage', {
        body: {
          type: key,
          parent: parent?.id ?? null,
          ...(parent ? {} : atTop),
          values: { [titleKey]: title },
          ...(listing && needsListing ? { listing } : {}),
        },
      });
      void client.invalidateQueries();
      onClose();
      router.push(`/bench/arrange/${made.id}`);
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
                    Its address becomes <Mono>{address.address}</Mono>
                  </>
                ) : (
                  'The address is made from it.'
                )
              }
            />
            {needsListing && (
              <Labelled id="page-listing" label="Filled by" faults={at('/listing')}>
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
            {problem && problem.faults.length === 0 && (
              <Note sort="error" role="alert">
                {problem.message}
              </Note>
            )}
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy || !key || !title.trim()}>
            Make the page
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
