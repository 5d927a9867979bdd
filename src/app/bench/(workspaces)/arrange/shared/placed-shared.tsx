'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import {
  blocksGiven,
  differenceOf,
  everyBlock,
  idOf,
  ownCopies,
} from '../../../../../core/content/block-edits';
import { pointer, type Fault } from '../../../../../core/faults';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../../../../../core/json';
import type { CompiledModel } from '../../../../../core/model/compile';
import type { Field } from '../../../../../core/model/document';
import { wordsOf } from '../../../../../ui/ask';
import { EntryForm } from '../../../../../ui/entry-form';
import { faultsInForm, fieldsFor, withLanguages } from '../../../../../ui/form-languages';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note, StateMark } from '../../../../../ui/marks';
import { faultsBelow } from '../../../../../ui/parse-form';
import { useAsk } from '../../../../../ui/use-ask';
import { asText, inLanguage, saying, spokenValues, translationsOf, valuesOf } from '../block-says';
import styles from './shared.module.css';
import { onPagesInWords } from './use-shared-blocks';

/** What a place says of one block, without what is the same as the shared block says it. */
function withoutSame(difference: JsonObject, shared: JsonObject): JsonObject {
  const apart = (own: JsonObject, of: JsonObject): JsonObject =>
    Object.fromEntries(
      Object.entries(own).filter(
        ([key, value]) => value !== null && value !== '' && !sameJson(value, of[key] ?? null),
      ),
    );
  const others = translationsOf(shared);
  const translations = Object.fromEntries(
    Object.entries(translationsOf(difference)).flatMap(([locale, own]) => {
      const of = others[locale];
      const left = isJsonObject(own) ? apart(own, isJsonObject(of) ? of : {}) : {};
      return Object.keys(left).length > 0 ? [[locale, left] as const] : [];
    }),
  );
  return {
    type: difference.type ?? null,
    values: apart(valuesOf(difference), valuesOf(shared)),
    ...(Object.keys(translations).length > 0 ? { translations } : {}),
    ...(unsaidIn(difference).length > 0 ? { without: unsaidIn(difference) } : {}),
  };
}

/** The keys of the fields that a place says nothing in. */
const unsaidIn = ({ without }: JsonObject): string[] => (Array.isArray(without) ? without.map(String) : []);

const isNothing = (value: Json | undefined): boolean =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);

/** A place's difference with a field of it that is emptied, or says something again. */
function emptied(said: JsonObject, block: JsonObject, { key, required }: Field, value: Json): JsonObject {
  const others = unsaidIn(said).filter((each) => each !== key);
  const leaves = isNothing(value) && !isNothing(valuesOf(block)[key]) && !required;
  return { ...said, without: leaves ? [...others, key] : others };
}

const isSame = (difference: JsonObject): boolean =>
  Object.keys(valuesOf(difference)).length === 0 &&
  Object.keys(translationsOf(difference)).length === 0 &&
  unsaidIn(difference).length === 0;

/** A place with something else said of one block of its shared block; nothing where it says the same. */
function differing(place: JsonObject, block: string, difference: JsonObject): JsonObject {
  const { differs, ...rest } = place;
  const { [block]: _before, ...others } = isJsonObject(differs) ? differs : {};
  const next = isSame(difference) ? others : { ...others, [block]: difference };
  return Object.keys(next).length > 0 ? { ...rest, differs: next } : rest;
}

/**
 * The fields of one block that its type opens to places: what is said here, and how it goes back to what the
 * shared block says.
 */
function OpenFields({
  place,
  block,
  model,
  open,
  faults,
  disabled,
  language,
  path,
  onChange,
}: {
  place: JsonObject;
  block: JsonObject;
  model: CompiledModel;
  open: readonly Field[];
  faults: readonly Fault[];
  disabled: boolean;
  language: string;
  path: string;
  onChange: (place: JsonObject, typedIn?: string) => void;
}): ReactElement {
  const id = idOf(block);
  const said = differenceOf(place, id) ?? { type: asText(block.type), values: {} };
  const own = language ? translationsOf(said)[language] : valuesOf(said);
  const unsaid = Object.fromEntries(unsaidIn(said).map((key) => [key, null]));
  const different = open.filter(
    ({ key, localised }) =>
      (!language || localised) &&
      ((isJsonObject(own) && own[key] !== undefined) || (!language && key in unsaid)),
  );
  const others = translationsOf(block)[language];
  const shown = withLanguages(
    {
      values: { ...valuesOf(block), ...unsaid, ...valuesOf(said) },
      translations: language
        ? { [language]: { ...(isJsonObject(others) ? others : {}), ...(isJsonObject(own) ? own : {}) } }
        : {},
    },
    open,
    language ? [language] : [],
  );
  const fields = fieldsFor(
    open.map((field) => ({ ...field, required: false })),
    language,
  );
  const takeBack = (key: string) => {
    const { [key]: _gone, ...left } = isJsonObject(own) ? own : {};
    const next = language
      ? { ...said, translations: { ...translationsOf(said), [language]: left } }
      : { ...said, values: left, without: unsaidIn(said).filter((each) => each !== key) };
    onChange(differing(place, id, withoutSame(next, block)));
  };
  return (
    <div className={styles.open}>
      <EntryForm
        id={`${path}-${id}-`}
        fields={fields}
        values={shown.values}
        faults={faultsInForm(faults)}
        disabled={disabled}
        onChange={(key, value) => {
          const field = language ? undefined : open.find((each) => each.key === key);
          const next = saying(said, { [key]: value }, language);
          onChange(
            differing(place, id, withoutSame(field ? emptied(next, block, field, value) : next, block)),
            typeof value === 'string' ? `${idOf(place)} ${id} ${key}` : undefined,
          );
        }}
      />
      {different.map((field) => (
        <p key={field.id} className={styles.different}>
          <span>
            {!language && field.key in unsaid
              ? `${field.label} says nothing here`
              : `${field.label} is said differently here`}
            {typeof spokenValues(model, block, language)[field.key] === 'string' &&
              `; the shared block says “${asText(spokenValues(model, block, language)[field.key])}”`}
            .
          </span>
          {!disabled && (
            <Button size="small" onClick={() => takeBack(inLanguage(field.key, ''))}>
              Say the same
            </Button>
          )}
        </p>
      ))}
    </div>
  );
}

/**
 * What a shared block is where it stands in a slot: what is said differently here, where it is kept, how it
 * becomes an own copy.
 */
export function PlacedShared({
  place,
  model,
  faults,
  disabled,
  language,
  path,
  onChange,
  onCopies,
}: {
  place: JsonObject;
  model: CompiledModel;
  /** With paths below it. */
  faults: readonly Fault[];
  disabled: boolean;
  language: string;
  path: string;
  onChange: (place: JsonObject, typedIn?: string) => void;
  /** Puts blocks of the page's own in its place. */
  onCopies: (blocks: JsonObject[]) => void;
}): ReactElement {
  const id = asText(place.shared);
  const { data: shared, error } = useAsk('sharedBlock', { path: { id } });
  if (error)
    return (
      <Note sort="error">
        {error.status === 404 ? 'This shared block is in the bin, or gone for good.' : wordsOf(error)}
      </Note>
    );
  if (!shared) return <p className={look.pencil}>What it says is being fetched…</p>;
  const blocks = blocksGiven(shared.slots.blocks);
  const opens = everyBlock({ blocks }).flatMap(({ block }) => {
    const type = model.blockTypeByKey(asText(block.type));
    const open = type?.fields.filter(({ openWhereShared }) => openWhereShared) ?? [];
    return type && open.length > 0 ? [{ block, open }] : [];
  });
  return (
    <div className={styles.placed}>
      <h2>{shared.title}</h2>
      <p className={styles.stands}>
        <StateMark state={shared.state} />
        <span className={`${look.pencil} ${look.small}`}>Shared, {onPagesInWords(shared)}.</span>
      </p>
      <p className={`${look.pencil} ${look.small}`}>
        What it says is written once, and shows wherever it stands.{' '}
        <Link href={`/bench/arrange/${id}`}>Change it everywhere</Link>
      </p>
      {opens.length > 0 && <Eyebrow>Said differently here</Eyebrow>}
      {opens.map(({ block, open }) => (
        <OpenFields
          key={idOf(block)}
          place={place}
          block={block}
          model={model}
          open={open}
          faults={faultsBelow(faults, pointer('/differs', idOf(block)))}
          disabled={disabled}
          language={language}
          path={path}
          onChange={onChange}
        />
      ))}
      {!disabled && place.held === undefined && (
        <div>
          <Button onClick={() => onCopies(ownCopies(blocks, place))}>Make it an own copy here</Button>
        </div>
      )}
    </div>
  );
}
