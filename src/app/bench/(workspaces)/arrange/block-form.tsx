'use client';
import { MenuItem, Select } from '@mui/material';
import { memo, type ReactElement, type ReactNode } from 'react';
import { hintsFor } from '../../../../core/content/starters';
import { pointer, type Fault } from '../../../../core/faults';
import type { Json, JsonObject } from '../../../../core/json';
import type { CompiledModel } from '../../../../core/model/compile';
import { isPlacedShared } from '../../../../core/model/shared-type';
import { EntryForm } from '../../../../ui/entry-form';
import { faultsInForm, fieldsFor, withLanguages } from '../../../../ui/form-languages';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { notesWithin, useNoting } from '../../../../ui/notes/noting';
import { faultsBelow } from '../../../../ui/parse-form';
import { sourcesOf } from '../../../../ui/sources-of';
import { useAsk } from '../../../../ui/use-ask';
import { useNewest } from '../../../../ui/use-newest';
import styles from './arrange.module.css';
import { asText, saying, translationsOf, valuesOf } from './block-says';
import { BlockAudience } from './block-audience';
import { BlockColumns } from './block-columns';
import { BlockTimes } from './block-times';
import { ContactQuestions } from './contact-questions';
import { NavigationRule } from './navigation-rule';
import { PlacedShared } from './shared/placed-shared';
import { TeaserRule } from './teaser-rule';
import { useOlderIn } from './older-blocks';

export interface BlockProps {
  block: JsonObject;
  model: CompiledModel;
  faults: readonly Fault[];
  disabled: boolean;
  language: string;
  /** Sets its inputs apart from those of other blocks. */
  path: string;
  /** Where it stands in the record (a JSON Pointer, blocks by their ids). */
  place: string;
  /** `typedIn` names where words were typed, where that is what changed. */
  onChange: (block: JsonObject, typedIn?: string) => void;
  /** Puts other blocks in its place. */
  onCopies: (blocks: JsonObject[]) => void;
  /** What stands below. */
  children?: ReactNode;
}

/** The variant a block is shown in, of those its type allows. */
const VariantOf = memo(function VariantOf({
  id: block,
  type,
  variant,
  model,
  disabled,
  onChange,
}: Pick<BlockProps, 'model' | 'disabled'> & {
  id: string;
  type: string;
  variant: string;
  onChange: (variant: string) => void;
}): ReactElement | null {
  const allowed = model.blockTypeByKey(type)?.definition.face.variants ?? [];
  const variants = model.document.houseStyle.variants.filter(({ key }) => allowed.includes(key));
  if (variants.length === 0) return null;
  const id = `variant-${block}`;
  return (
    <Labelled id={id} label="Look">
      <Select
        fullWidth
        displayEmpty
        disabled={disabled}
        value={variant}
        labelId={`${id}-label`}
        SelectDisplayProps={{ id }}
        onChange={({ target }) => onChange(target.value)}
      >
        <MenuItem value="">As usual</MenuItem>
        {variants.map(({ key, label }) => (
          <MenuItem key={key} value={key}>
            {label}
          </MenuItem>
        ))}
      </Select>
    </Labelled>
  );
});

function ListingOf({
  block,
  faults,
  disabled,
  onChange,
}: Pick<BlockProps, 'block' | 'faults' | 'disabled' | 'onChange'>): ReactElement {
  const { data } = useAsk('listings');
  const id = `listing-${asText(block.id)}`;
  return (
    <Labelled
      id={id}
      label="Shows the listing"
      needed
      faults={faultsBelow(faults, '/listing').map(({ message }) => message)}
    >
      <Select
        fullWidth
        displayEmpty
        disabled={disabled}
        value={data ? asText(block.listing) : ''}
        labelId={`${id}-label`}
        SelectDisplayProps={{ id }}
        onChange={({ target }) => onChange({ ...block, listing: target.value || null })}
      >
        <MenuItem value="">None yet</MenuItem>
        {data?.items.map((listing) => (
          <MenuItem key={listing.id} value={listing.id}>
            {listing.label}
          </MenuItem>
        ))}
      </Select>
    </Labelled>
  );
}

/**
 * What one block says: its fields, its look, its listing; below them what the slots in it hold, where that
 * is shown.
 */
export function BlockForm({
  block,
  model,
  faults,
  disabled,
  language,
  path,
  place,
  onChange,
  onCopies,
  children,
}: BlockProps): ReactElement {
  const noting = useNoting();
  const older = useOlderIn(asText(block.id));
  const say = useNewest((key: string, value: Json) =>
    onChange(
      saying(block, { [key]: value }, language),
      typeof value === 'string' ? `${asText(block.id)} ${key}` : undefined,
    ),
  );
  const noteAt = useNewest((key: string, quote: string) =>
    noting?.begin(pointer(place, 'values', key), quote),
  );
  const show = useNewest((variant: string) => {
    const { variant: _v, ...rest } = block;
    onChange(variant ? { ...rest, variant } : rest);
  });
  const type = model.blockTypeByKey(asText(block.type));
  if (!type) return <p>This block is of a type that is gone.</p>;
  const times = !language && (
    <>
      <BlockTimes block={block} faults={faults} disabled={disabled} path={path} onChange={onChange} />
      <BlockAudience block={block} disabled={disabled} path={path} onChange={onChange} />
    </>
  );
  if (isPlacedShared(type.id))
    return (
      <div className={styles.block}>
        <PlacedShared
          place={block}
          model={model}
          faults={faults}
          disabled={disabled}
          language={language}
          path={path}
          onChange={onChange}
          onCopies={onCopies}
        />
        {times}
      </div>
    );
  const fields = fieldsFor(type.fields, language);
  const spoken = withLanguages(
    { values: valuesOf(block), translations: translationsOf(block) },
    type.fields,
    language ? [language] : [],
  );
  return (
    <div className={styles.block}>
      {fields.length > 0 && (
        <EntryForm
          id={`${path}-`}
          fields={fields}
          values={spoken.values}
          faults={faultsInForm(faults)}
          onChange={say}
          disabled={disabled}
          hints={hintsFor(block.hints, spoken.values)}
          {...(language ? { sources: sourcesOf(type.fields, language, spoken.values, older) } : {})}
          {...(noting
            ? {
                notes: new Map(
                  fields.map(({ key }) => [key, notesWithin(noting, pointer(place, 'values', key))]),
                ),
                onNote: noteAt,
              }
            : {})}
        />
      )}
      {language && fields.length === 0 && type.definition.slots.length === 0 && (
        <p className={`${look.pencil} ${look.small}`}>Nothing of it differs by language.</p>
      )}
      {!language && type.definition.behaves === 'listing' && (
        <ListingOf block={block} faults={faults} disabled={disabled} onChange={onChange} />
      )}
      {!language && type.definition.behaves === 'navigation' && (
        <NavigationRule block={block} path={path} disabled={disabled} onChange={onChange} />
      )}
      {!language && type.definition.behaves === 'teaser' && (
        <TeaserRule block={block} path={path} disabled={disabled} faults={faults} onChange={onChange} />
      )}
      {type.definition.behaves === 'contact' && (
        <ContactQuestions
          block={block}
          faults={faults}
          disabled={disabled}
          language={language}
          path={path}
          onChange={onChange}
        />
      )}
      {!language && (
        <VariantOf
          id={asText(block.id)}
          type={asText(block.type)}
          variant={asText(block.variant)}
          model={model}
          disabled={disabled}
          onChange={show}
        />
      )}
      {!language && (
        <BlockColumns
          block={block}
          rows={type.definition.face.rows ?? []}
          disabled={disabled}
          onChange={onChange}
        />
      )}
      {times}
      {children}
    </div>
  );
}
