'use client';
import type { ReactElement } from 'react';
import type { ContentType, Field } from '../../../../core/model/document';
import { propertiesOf, vocabulary, vocabularyTypes } from '../../../../core/model/vocabulary';
import { Chosen } from '../../../../ui/chosen';
import look from '../../../../ui/look/look.module.css';
import styles from './shape.module.css';

/** What the entries of a type are to search engines, and which fields tell them what. */
export function VocabularySettings({
  type,
  fields,
  onChange,
}: {
  type: ContentType;
  fields: readonly Field[];
  onChange: (type: ContentType) => void;
}): ReactElement {
  const { vocabulary: mapping, ...rest } = type;
  return (
    <section className={styles.rule} aria-label="For search engines">
      <Chosen
        id="type-vocabulary"
        label="To search engines, one of them is"
        value={mapping?.is ?? ''}
        none="Nothing in particular"
        options={vocabularyTypes.map((is) => [is, vocabulary[is].label] as const)}
        onChange={(is) => onChange(is === '' ? rest : { ...rest, vocabulary: { is, fields: {} } })}
      />
      {mapping && (
        <>
          <p className={`${look.pencil} ${look.small}`} style={{ margin: 0 }}>
            Its name, summary, picture and address are told in any case (schema.org).
          </p>
          <div className={styles.pair}>
            {propertiesOf(mapping.is).map(([key, { label, kinds, required }]) => {
              const { [key]: chosen, ...others } = mapping.fields;
              return (
                <Chosen
                  key={key}
                  id={`vocabulary-${key}`}
                  label={required ? `${label}, needed` : label}
                  value={chosen ?? ''}
                  none="Not told"
                  options={fields
                    .filter(({ kind }) => kinds.includes(kind))
                    .map(({ id, label: name }) => [id, name] as const)}
                  onChange={(id) =>
                    onChange({
                      ...rest,
                      vocabulary: { ...mapping, fields: id === '' ? others : { ...others, [key]: id } },
                    })
                  }
                />
              );
            })}
          </div>
        </>
      )}
    </section>
  );
}
