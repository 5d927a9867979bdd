import type { ReactElement } from 'react';
import type { Known } from '../../core/content/known';
import { unmoved, type Place, type PlaceScope } from '../../core/content/versions';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../../core/json';
import { kindFor } from '../../core/model/kinds';
import { WordsApart } from '../words-apart';
import styles from './value-apart.module.css';
import { valueInWords } from './value-in-words';

interface Props {
  own: Json | undefined;
  other: Json | undefined;
  /** Which of the two it is: what differs is marked as left out in the earlier one, as new in the later one. */
  sort: 'new' | 'left out';
  place: Place;
  scope: PlaceScope;
  known: Known;
}

const mediaIn = (value: Json | undefined): string[] =>
  (Array.isArray(value) ? value : [value]).flatMap((each) =>
    isJsonObject(each) && typeof each.media === 'string' ? [each.media] : [],
  );

function Pictures({ own, other, sort, known }: Props): ReactElement {
  const others = new Set(mediaIn(other));
  return (
    <div className={styles.pictures}>
      {mediaIn(own).map((id) => {
        const medium = known.media.get(id);
        return (
          <figure key={id} {...(others.has(id) ? {} : { 'data-differs': sort })}>
            {medium?.sort === 'picture' && <img src={medium.address} alt={medium.alt || medium.label} />}
            <figcaption>
              {others.has(id) ? (
                medium?.label
              ) : (
                <WordsApart own={medium?.label ?? '…'} other="" sort={sort} />
              )}
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}

const itemsIn = (value: Json | undefined): JsonObject[] =>
  (Array.isArray(value) ? value : []).filter(isJsonObject);
const itemId = ({ _id: id }: JsonObject): string => String(id);

/** Items of a list one below the other: each beside what it was, those that were moved with a mark. */
function Items({ own, other, sort, place, scope, known }: Props): ReactElement {
  const [items, others] = [itemsIn(own), itemsIn(other)];
  const stay = unmoved(others.map(itemId), items.map(itemId));
  const words = (item: JsonObject | undefined) => (item && valueInWords([item], place, scope, known)) ?? '';
  return (
    <ol className={styles.items}>
      {items.map((item) => {
        const id = itemId(item);
        const there = others.find((each) => itemId(each) === id);
        return (
          <li key={id} {...(there && !stay.has(id) ? { 'data-moved': '' } : {})}>
            <WordsApart own={words(item)} other={words(there)} sort={sort} />
          </li>
        );
      })}
    </ol>
  );
}

/** One of two values of a field, with everything marked that the other does not have. */
export function ValueApart(props: Props): ReactElement {
  const { own, other, sort, place, scope, known } = props;
  const kind = place.field && kindFor(place.field);
  if (kind?.showsPictures && mediaIn(own).length > 0) return <Pictures {...props} />;
  if (kind?.holds === 'items' && itemsIn(own).length > 0) return <Items {...props} />;
  const [words, others] = [own, other].map((value) => valueInWords(value, place, scope, known));
  if (words === undefined) return <span className={styles.empty}>Empty</span>;
  // Where the words are the same, it is the wording alone that does not tell what differs.
  const sameWords = words === others && !sameJson(own, other);
  return (
    <div className={kind?.words === 'formatted' ? styles.reading : ''}>
      <WordsApart own={words} other={others ?? ''} sort={sort} />
      {sameWords && <span className={styles.empty}> (the words are the same)</span>}
    </div>
  );
}
