'use client';
import { IconButton } from '@mui/material';
import { X } from 'lucide-react';
import type { ReactElement } from 'react';
import type { DrawnEntry } from '../../../../contract/listings';
import { fieldsFeedingPart } from '../../../../core/mapping/field-usage';
import type { ListingRule } from '../../../../core/mapping/rule/listing-rule';
import type { FaceContent } from '../../../../core/mapping/face';
import { mappingIn, sourceByKey } from '../../../../core/mapping/rule/sources';
import { commentsKey } from '../../../../core/model/comment-type';
import type { CompiledModel } from '../../../../core/model/compile';
import styles from './map.module.css';
import { Link } from '../../../../ui/link';

/** Which steps of a rule's mapping fed what one of its entries shows. */
export function stepsFeeding(
  model: CompiledModel,
  rule: ListingRule,
  entry: DrawnEntry,
): ReturnType<typeof fieldsFeedingPart> {
  const type = sourceByKey(model, entry.of);
  if (!type) return {};
  const face: FaceContent = Object.fromEntries(
    Object.entries(entry.face).map(([part, shown]) => [
      part,
      shown.map(({ field, ...rest }) => {
        const id = field === undefined ? undefined : type.fieldByKey(field)?.id;
        return { ...rest, ...(id === undefined ? {} : { field: id }) };
      }),
    ]),
  );
  return fieldsFeedingPart(mappingIn(rule.mapping, type), face);
}

/** The entry of the result that is looked at step by step, with the way to it. */
export function Inspected({ entry, onClose }: { entry: DrawnEntry; onClose: () => void }): ReactElement {
  const name = entry.face.heading?.[0]?.words ?? 'This one';
  return (
    <div className={styles.inspected} role="status">
      <span>
        <b>{name}</b>: the steps that fed it are marked in step 3.
      </span>
      <Link href={entry.of === commentsKey ? '/bench/watch/comments?state=shown' : `/bench/open/${entry.id}`}>
        Open it
      </Link>
      <IconButton sx={{ p: '2px' }} aria-label={`Look at ${name} no longer`} onClick={onClose}>
        <X size={14} />
      </IconButton>
    </div>
  );
}
