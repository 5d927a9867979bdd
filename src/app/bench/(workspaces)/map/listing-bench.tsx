'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState, type ReactElement } from 'react';
import type { PlacedListing, ListingPlace, ListingStands } from '../../../../contract/listings';
import type { Id } from '../../../../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { arrangementKinds } from '../../../../core/mapping/arrangement/arrangement';
import { columnsOf, inRatio } from '../../../../core/mapping/arrangement/arrange';
import { withSources } from '../../../../core/mapping/rule/change-sources';
import { proposeRule } from '../../../../core/mapping/rule/propose-rule';
import { parseRule } from '../../../../core/mapping/rule/parse/rule';
import { sourceByKey, Sources } from '../../../../core/mapping/rule/sources';
import { serializeRule } from '../../../../core/mapping/rule/serialize-rule';
import { headingBySettings, listingLayers } from '../../../../core/site/shown-by-settings';
import { Listing } from '../../../../site/listing';
import { ask, wordsOf } from '../../../../ui/ask';
import { CameInNote } from '../../../../ui/came-in-note';
import { Conflicts } from '../../../../ui/conflicts-later';
import { HereNow } from '../../../../ui/here-now';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import { Mono, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { RecordHead, VisitorActs } from '../../../../ui/record-head';
import { useMay } from '../../../../ui/shell/person';
import { Workspace } from '../../../../ui/shell/workspace';
import { historyOf } from '../../../../ui/versions/version-hrefs';
import { Sure } from '../../../../ui/sure';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { useSaveKey } from '../../../../ui/use-save-key';
import { useDraft } from '../../../../ui/use-draft';
import { VisitorPreview } from '../visitor-preview';
import { CompareArrangements } from './compare-arrangements';
import { DrawnToScale } from './drawn-to-scale';
import { shownOn } from './first-trial';
import { Inspected, stepsFeeding } from './inspected';
import { ListingReach } from './listing-reach';
import { isWaiting } from '../../../../ui/conditions/rule-edit';
import { useGoing } from '../../../../ui/going';
import { MapOutline } from './map-outline';
import { ShownHow } from './shown-how';
import { TriedAt } from './tried-at-later';
import { WhatOrder } from './what-order';
import { WhichEntries } from './which-entries';
import styles from './map.module.css';

/** A listing as the draft keeps it: its rule's parts, each changed as a whole. */
type ListingDraft = PlacedListing & { values: JsonObject };

const drafted = (answer: PlacedListing): ListingDraft => ({ ...answer, values: { ...answer.rule } });
/** A phone's width (px). */
const PHONE = 360;
/** Drawn smaller than this share of its size, words can no longer be read. */
const READABLE = 0.5;
/** What is looked at where nothing shows the listing yet. */
const usual: ListingStands[] = [
  { page: '', slot: 'Main', width: 720 },
  { page: '', slot: 'Aside', width: 300 },
];

/** A value that follows another only after it has stood still for a moment. */
function useSettled<T>(value: T, pause: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), pause);
    return () => clearTimeout(timer);
  }, [value, pause]);
  return settled;
}

const inPages = (n: number) => (n === 0 ? '' : `, for ${n} ${n === 1 ? 'page' : 'pages'}`);

/** A listing in three steps, always visible together, beside its result. */
export function ListingBench({ initial }: { initial: PlacedListing }): ReactElement {
  const model = useModel();
  const client = useQueryClient();
  const { begin } = useGoing();
  const tell = useTell();
  const mayKeep = useMay('keep listings');
  const [comparing, setComparing] = useState(false);
  const [inspecting, setInspecting] = useState<Id>();
  const [place, setPlace] = useState<ListingPlace>(() => shownOn(initial));
  const [width, setWidth] = useState<number>(initial.stands[0]?.width ?? 720);
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const draft = useDraft<ListingDraft>({
    initial: drafted(initial),
    // A rule speaks by keys of its own; what of it fits the model no more is told by reading it.
    form: { model: model.revision, fields: [] },
    sendable(given) {
      const { faults } = parseRule(model, given);
      return Object.fromEntries(
        Object.entries(given).filter(([key]) => !faults.some(({ path }) => path.startsWith(`/${key}`))),
      );
    },
    send: async (rule, revision) =>
      drafted(await ask('changeListing', { path: { id: initial.id }, revision, body: { rule } })),
    fetch: async () => drafted({ ...initial, ...(await ask('listing', { path: { id: initial.id } })) }),
    other: (current) =>
      current.id === initial.id && typeof current.revision === 'number' && isJsonObject(current.rule)
        ? drafted({ ...initial, ...current } as PlacedListing)
        : undefined,
  });
  const { kept, given: rule } = draft;
  const read = useMemo(() => parseRule(model, rule), [model, rule]);
  const scope = { model, fields: [] };
  const asked = useSettled(rule, 200);
  // While a condition still waits for what it compares with, the result stays as it was.
  const [whole, setWhole] = useState<JsonObject>();
  if (asked !== whole && parseRule(model, asked).rule) setWhole(asked);
  const trial = { body: { rule: whole ?? asked, at: place } };
  const { data: result, error } = useAsk('tryListing', trial, { enabled: whole !== undefined });
  const { data: figures } = useAsk('tryListingFigures', trial, {
    enabled: whole !== undefined,
  });
  const sources = useMemo(
    () =>
      new Sources(
        (Array.isArray(rule.from) ? rule.from : []).flatMap((key) => sourceByKey(model, String(key)) ?? []),
      ),
    [model, rule.from],
  );
  const single = sources.types.length === 1 ? sources.types[0] : undefined;
  useSaveKey(draft);
  const setAll = (next: JsonObject) => {
    for (const [key, value] of Object.entries(next)) draft.change(key, value);
  };
  const act = async (what: (revision: number) => Promise<void>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const settled = await draft.settle();
      if (!settled) throw new Error('What you changed is not saved yet, so this waits.');
      await what(settled.revision);
      void client.invalidateQueries();
    } catch (failed) {
      setProblem(wordsOf(failed));
    } finally {
      setBusy(false);
    }
  };
  // The widths of the slots where it stands, and a phone's.
  const widths = [
    ...(kept.stands.length > 0 ? kept.stands : usual).filter(({ width: px }) => px !== PHONE),
    { page: '', slot: 'Phone', width: PHONE },
  ];
  const inspected = result?.entries.find(({ id }) => id === inspecting);
  const takeFrom = (from: Id[]) => {
    // Another type instead of the only one begins anew, with what is usual for it.
    const keeping =
      from.length === 1 && single !== undefined && from[0] !== single.id ? undefined : read.rule;
    setAll({
      facets: null,
      ...(keeping
        ? serializeRule(model, withSources(model, keeping, from))
        : { pins: null, leaveOut: null, ...proposeRule(model, ...Sources.of(model, from).types) }),
    });
  };
  const publish = () =>
    act(async (revision) => {
      draft.take(drafted(await ask('publishListing', { path: { id: kept.id }, revision })));
      tell(`In force${inPages(kept.pages.length)}.`);
    });
  const [sure, setSure] = useState(false);
  const bin = (instead?: string) => {
    const on = begin();
    return act(async (revision) => {
      await ask('binListing', {
        path: { id: kept.id },
        revision,
        query: instead === undefined ? {} : { instead },
      });
      tell('The listing is in the bin.');
      on('/bench/map');
    });
  };
  const seenWords = kept.differs
    ? 'Visitors still see it as it was.'
    : kept.state === 'published'
      ? 'Visitors see it like this.'
      : 'No page can show it yet.';
  const savedWords =
    draft.status === 'saved'
      ? 'Saved'
      : draft.status === 'not saved'
        ? read.faults.some(isWaiting)
          ? 'Not saved yet: a condition waits for what it compares with.'
          : 'Not saved yet'
        : 'Saving…';
  const problems = [
    ...new Set(
      [
        problem,
        draft.problem,
        error?.message,
        ...read.faults.filter((fault) => !isWaiting(fault)).map(({ message }) => message),
        ...kept.faults.map(({ message }) => message),
      ].filter((words): words is string => Boolean(words)),
    ),
  ];
  return (
    <Workspace
      outline={<MapOutline here={kept.id} />}
      outlineLabel="Listings"
      reach={
        <>
          <HereNow record={kept.id} fields={[]} />
          <ListingReach listing={kept} rule={read.rule} matching={result?.matching} />
        </>
      }
    >
      <RecordHead
        eyebrow={
          <>
            Listing <Mono>{kept.key}</Mono>
          </>
        }
        title={kept.label}
        state={kept.state}
        seen={seenWords}
        saved={savedWords}
        draft={draft}
        mayChange={mayKeep}
        ways={<Link href={historyOf('listing', kept.id)}>Versions</Link>}
      >
        {mayKeep && (
          <>
            <Button
              disabled={busy || draft.status === 'saved' || draft.status === 'saving'}
              onClick={() => void draft.settle()}
            >
              Save
            </Button>
            <Button disabled={busy} onClick={() => setSure(true)}>
              Bin
            </Button>
          </>
        )}
        <Button
          aria-pressed={comparing}
          onClick={() => setComparing(!comparing)}
          disabled={!read.rule || !result || result.matching === 0}
        >
          {comparing ? 'Back to the rule' : 'Compare'}
        </Button>
        {mayKeep && (
          <VisitorActs>
            <Button
              variant="contained"
              disabled={
                busy ||
                read.faults.length > 0 ||
                (kept.state === 'published' && !kept.differs && draft.status === 'saved')
              }
              onClick={() => void publish()}
            >
              Put in force{inPages(kept.pages.length)}
            </Button>
          </VisitorActs>
        )}
      </RecordHead>
      {draft.cameIn && <CameInNote cameIn={draft.cameIn} scope={scope} />}
      {draft.conflicts.length > 0 && (
        <Conflicts
          conflicts={draft.conflicts}
          scope={scope}
          values={rule}
          by={kept.changedBy}
          onDecide={draft.decide}
        />
      )}
      {!mayKeep && <Note sort="info">You may look at this; architects change it.</Note>}
      {problems.map((words) => (
        <Note key={words} sort="error" role="alert">
          {words}
        </Note>
      ))}
      {sources.types.length > 0 && comparing && read.rule && result && (
        <CompareArrangements
          rule={read.rule}
          sources={sources}
          widths={widths}
          result={result}
          mayTake={mayKeep}
          onTake={(arrangement) => {
            draft.change('arrangement', arrangement);
            draft.change('setOut', {});
            tell(`It is set out as ${arrangementKinds[arrangement].label.toLowerCase()}.`);
          }}
        />
      )}
      {sources.types.length > 0 && !comparing && (
        <div className={styles.holder}>
          <div className={styles.pair}>
            <div className={styles.steps}>
              <WhichEntries
                sources={sources}
                where={rule.where}
                result={result}
                figures={figures}
                disabled={!mayKeep}
                onWhere={(where) => draft.change('where', where)}
                onFrom={takeFrom}
              />
              <WhatOrder
                sources={sources}
                rule={rule}
                matching={result?.matching}
                disabled={!mayKeep}
                onFacets={(facets) => draft.change('facets', facets)}
                onPick={(key, value) => draft.change(key, value)}
                onOrder={(order) => draft.change('order', order)}
                onLimit={(limit) => draft.change('limit', limit)}
                onPerPage={(perPage) => draft.change('perPage', perPage)}
              />
              <ShownHow
                sources={sources}
                rule={rule}
                figures={figures}
                fed={inspected && read.rule ? stepsFeeding(model, read.rule, inspected) : undefined}
                at={place}
                disabled={!mayKeep}
                onChange={(key, value: Json) => draft.change(key, value)}
              />
            </div>
            <div className={styles.result}>
              {result && result.places.length > 0 && (
                <TriedAt places={result.places} onPlace={(next) => setPlace({ ...place, ...next })} />
              )}
              {inspected && read.rule && (
                <Inspected entry={inspected} onClose={() => setInspecting(undefined)} />
              )}
              <div className={styles.widths}>
                {widths.map(({ page, slot, width: px }) => (
                  <button
                    key={px}
                    type="button"
                    title={page ? `On ${page}` : undefined}
                    aria-pressed={width === px}
                    onClick={() => setWidth(px)}
                  >
                    {slot}, {px}
                  </button>
                ))}
                <span>as published</span>
              </div>
              <div className={styles.stage} tabIndex={0} role="region" aria-label="The result, to scroll">
                <DrawnToScale width={width} least={READABLE}>
                  {result && result.matching > 0 && read.rule && (
                    <VisitorPreview label="The result" onField={(_, entry) => setInspecting(entry)}>
                      <Listing
                        level={2}
                        traced
                        locale={model.locale}
                        id="result"
                        listing={{
                          heading: headingBySettings(
                            read.rule,
                            listingLayers(model.document, single?.definition, read.rule),
                          ),
                          arrangement: read.rule.arrangement,
                          setOut: read.rule.setOut ?? {},
                          matching: result.matching,
                          columns: columnsOf(read.rule.mapping, sources.fields),
                          items: inRatio(result.entries, read.rule.arrangement, read.rule.setOut ?? {}),
                        }}
                      />
                    </VisitorPreview>
                  )}
                </DrawnToScale>
                {result?.matching === 0 && (
                  <div className={look.empty}>
                    <strong>Nothing matches.</strong>
                    <p>
                      {result.of === 0
                        ? 'Visitors see nothing of what it takes yet: publish some first.'
                        : 'Take a condition out, or change one.'}
                    </p>
                  </div>
                )}
              </div>
            </div>
          </div>
        </div>
      )}
      {sure && (
        <Sure
          title={`Put “${kept.label}” in the bin?`}
          act="Bin it"
          said={[
            kept.pages.length > 0
              ? 'Pages show this listing. It goes once they show another, which you may choose here.'
              : 'No page shows this listing.',
          ]}
          reach={[{ words: 'Shown on:', things: kept.pages }]}
          undo="It can be taken out of the bin again."
          {...(kept.pages.length > 0 ? { record: kept.id, needsInstead: true } : {})}
          onCancel={() => setSure(false)}
          onSure={(instead) => {
            setSure(false);
            void bin(instead);
          }}
        />
      )}
    </Workspace>
  );
}
