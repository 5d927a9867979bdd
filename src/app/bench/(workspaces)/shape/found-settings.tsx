'use client';
import { Autocomplete, Button, TextField } from '@mui/material';
import type { ReactElement } from 'react';
import { letFoundBeSaid, saysHowFound, typesFound } from '../../../../core/model/change/found-fields';
import type { ContentType, Field, PageType } from '../../../../core/model/document';
import { found, foundParts, MOST_FOUND_FIELDS, type FoundMapping } from '../../../../core/model/found';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/** Which fields say how things of a type are found and shared, the first with a value; or that whoever writes may say it. */
export function FoundSettings({
  type,
  fields,
  mayChange,
  onChange,
}: {
  type: ContentType | PageType;
  fields: readonly Field[];
  mayChange: boolean;
  onChange: (type: ContentType | PageType) => void;
}): ReactElement | null {
  const { document, change } = useWorkingModel();
  const { found: mapping = {}, ...rest } = type;
  const every = typesFound(document);
  const without = every.filter((each) => !saysHowFound(document, each));
  // What stands on no page of its own is found by nobody.
  if (!type.found && !every.some(({ id }) => id === type.id)) return null;
  const put = (next: FoundMapping) =>
    onChange(Object.keys(next).length === 0 ? rest : { ...rest, found: next });
  return (
    <section className={styles.rule} aria-label="Found and shared">
      <Labelled
        id="type-found"
        label="Found and shared"
        group
        help="Of each, the first field that says something is told; else what the page says itself."
      >
        {mayChange && without.length > 0 && (
          <div className={styles.answers}>
            {without.some(({ id }) => id === type.id) && (
              <Button size="small" onClick={() => change((model) => letFoundBeSaid(model, [type.id]))}>
                Let it be said in its form
              </Button>
            )}
            <Button
              size="small"
              onClick={() =>
                change((model) =>
                  letFoundBeSaid(
                    model,
                    without.map(({ id }) => id),
                  ),
                )
              }
            >
              Let it be said of every type ({without.length})
            </Button>
          </div>
        )}
      </Labelled>
      <div className={styles.pair}>
        {foundParts.map((part) => {
          const { label, otherwise, kinds } = found[part];
          const may = fields.filter(({ kind }) => (kinds as readonly Field['kind'][]).includes(kind));
          const chosen = (mapping[part] ?? []).flatMap((id) => may.find((field) => field.id === id) ?? []);
          const { [part]: _said, ...others } = mapping;
          return (
            <Labelled key={part} id={`found-${part}`} label={label}>
              <Autocomplete
                multiple
                size="small"
                id={`found-${part}`}
                disabled={!mayChange}
                options={may}
                value={chosen}
                getOptionLabel={(field) => field.label}
                getOptionKey={(field) => field.id}
                isOptionEqualToValue={(a, b) => a.id === b.id}
                getOptionDisabled={() => chosen.length >= MOST_FOUND_FIELDS}
                noOptionsText={<span className={look.pencil}>No field of this type can say it.</span>}
                onChange={(_event, next) =>
                  put(next.length > 0 ? { ...others, [part]: next.map(({ id }) => id) } : others)
                }
                renderInput={(params) => (
                  <TextField {...params} placeholder={chosen.length > 0 ? '' : `As ${otherwise}`} />
                )}
              />
            </Labelled>
          );
        })}
      </div>
    </section>
  );
}
