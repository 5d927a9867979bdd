'use client';
import type { ReactElement } from 'react';
import type { ContentType, PageType } from '../../../../core/model/document';
import { ForWhom } from '../../../../ui/for-whom';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/**
 * For whom all things of a type are; of page types with what stands below them. Nothing where visitors have no
 * accounts.
 */
export function TypeAudience({
  type,
  mayChange,
  onChange,
}: {
  type: ContentType | PageType;
  mayChange: boolean;
  onChange: (type: ContentType | PageType) => void;
}): ReactElement | null {
  const { accounts } = useWorkingModel().document;
  if (!accounts && !type.seenBy) return null;
  const { seenBy, ...rest } = type;
  return (
    <section className={styles.rule} aria-label="For whom">
      <ForWhom
        id="type-audience"
        label={`Every ${type.label} is for`}
        groups={accounts?.groups ?? []}
        value={seenBy}
        asks
        disabled={!mayChange}
        help="What one of them says for whom it is bounds it further."
        onChange={(next) => onChange(next ? { ...rest, seenBy: next } : rest)}
      />
    </section>
  );
}
