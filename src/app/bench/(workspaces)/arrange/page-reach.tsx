'use client';
import type { ReactElement } from 'react';
import type { Json } from '../../../../core/json';
import { answersOf } from '../../../../core/model/page-source';
import { settingKeys, type Layers, type SettingKey } from '../../../../core/model/settings';
import { addressOfEach } from '../../../../core/site/address';
import { slotLabels } from '../../../../core/content/versions';
import { ask } from '../../../../ui/ask';
import { HereNow } from '../../../../ui/here-now';
import { Eyebrow } from '../../../../ui/marks';
import { NotesPanel } from '../../../../ui/notes/notes-panel';
import { SettingsHere } from '../../../../ui/settings-here';
import { Stem } from '../../../../ui/stem';
import { useAsk } from '../../../../ui/use-ask';
import styles from './arrange.module.css';
import { isPatternOf } from './is-pattern';
import { PagePlace } from './page-place';
import { PageAsStarter } from './starters/page-as-starter';
import type { PageEditing } from './use-page-editing';

/** Settings that only the listings on a page have. */
const ofListings: readonly SettingKey[] = ['showHeading', 'showLink'];

/** Who is here, what was noted, where the page stands, what is set on it, and what differs with it. */
export function PageReach({ editing, title }: { editing: PageEditing; title: string }): ReactElement {
  const { model, type, kept, values, slots, scope, mayChange, act, otherFaults, arranges, outside } = editing;
  const { data: reach } = useAsk('pageReach', { path: { id: kept.id } });
  const { data: listings } = useAsk('listings');
  const entries = model.contentType(answersOf(type.definition.source).entryType ?? '');
  const isPattern = isPatternOf(editing);
  const standsAt = isPattern ? addressOfEach(kept.address) : kept.address;
  const listing = listings?.items.find(({ id }) => id === kept.listing);
  const path = { id: kept.id };
  const layers: Layers = [
    { source: 'site', layer: model.document.settings },
    { source: 'type', layer: type.definition.settings },
    { source: 'page', layer: { set: kept.settings as { [key: string]: string } } },
  ];
  const set = (key: SettingKey, value: Json) =>
    void act(
      (revision) =>
        ask('changePage', { path, revision, body: { settings: { ...kept.settings, [key]: value } } }),
      'It is set.',
    );
  return (
    <>
      <HereNow record={kept.id} fields={scope.fields} />
      <NotesPanel
        record={kept.id}
        scope={{ ...scope, slots: slotLabels(type.definition.slots) }}
        content={{ values, slots }}
        at={editing.noteAt}
        onAt={editing.setNoteAt}
      />
      {mayChange && kept.category === null && (
        <PagePlace
          page={kept}
          isPattern={isPattern}
          act={act}
          acting={editing.acting}
          slugFaults={otherFaults.filter((fault) => fault.path === '/slug').map(({ message }) => message)}
        />
      )}
      {arranges && !outside && kept.category === null && <PageAsStarter editing={editing} title={title} />}
      <section className={styles.settings}>
        <Eyebrow>Settings</Eyebrow>
        <SettingsHere
          id="page-setting"
          keys={settingKeys.filter(
            (key) =>
              key !== 'firstState' &&
              !ofListings.includes(key) &&
              (entries || (key !== 'showNeighbours' && key !== 'showRelated')) &&
              (key !== 'inNavigation' || type.definition.inNavigation === 'editor'),
          )}
          disabled={!mayChange}
          layers={layers}
          onChange={set}
        />
        <Eyebrow>Of the listings on it</Eyebrow>
        <SettingsHere
          id="page-listings-setting"
          keys={ofListings}
          varies="what each listing says"
          disabled={!mayChange}
          layers={layers}
          onChange={set}
        />
      </section>
      <section>
        <Eyebrow>Reach of this page</Eyebrow>
        <Stem
          label="Reach of this page"
          from={[
            {
              key: 'type',
              label: type.definition.label,
              detail: 'frames it',
              href: `/bench/shape/pages/${type.definition.key}`,
            },
            ...(listing
              ? [
                  {
                    key: 'listing',
                    label: listing.label,
                    detail: 'fills it',
                    href: `/bench/map/${listing.id}`,
                  },
                ]
              : []),
          ]}
          here={{ label: title || 'Without a name', detail: standsAt }}
          to={(reach?.pages ?? [])
            .filter(({ id }) => id !== kept.id)
            .slice(0, 8)
            .map((page) => ({
              key: page.id,
              label: page.label,
              detail: 'names it',
              href: `/bench/arrange/${page.id}`,
            }))}
        />
      </section>
    </>
  );
}
