'use client';
import { type ReactElement } from 'react';
import type { FoundPart } from '../../../core/model/found';
import { cutTo, foundHints, resultWidths, type Cut } from '../../../core/site/found-cut';
import { foundWords, type FoundOf } from '../../../site/found-words';
import look from '../../../ui/look/look.module.css';
import { Eyebrow } from '../../../ui/marks';
import styles from './found-and-shared.module.css';
import { useMeasures } from './measure-words';

/** How much of its room something takes: a line, with marks where it is cut. */
function Room({
  label,
  cut: { width },
  cutAt,
}: {
  label: string;
  cut: Cut;
  cutAt: readonly (readonly [px: number, where: string])[];
}): ReactElement {
  const most = Math.max(...cutAt.map(([px]) => px));
  const all = Math.max(most, width);
  return (
    <div className={styles.room}>
      <span>
        {label} <span className={look.mono}>{Math.round(width)} px</span>; there is room for{' '}
        {cutAt.map(([px, where], i) => (
          <span key={px}>
            {i > 0 && ', '}
            {where}
            <span className={look.mono}>{px}</span>
          </span>
        ))}
      </span>
      <i aria-hidden="true">
        <b className={width > most ? styles.over : ''} style={{ width: `${(width / all) * 100}%` }} />
        {cutAt.map(([px]) => (
          <u key={px} style={{ left: `${(px / all) * 100}%` }} />
        ))}
      </i>
    </div>
  );
}

/**
 * How something is found and shared, from what is in the form: the result as result pages cut it, the card where it is
 * shared, and what is worth mending.
 */
export function FoundAndShared({
  page,
  onPart,
}: {
  page: FoundOf;
  /** Goes to the field that says a part, where one does. */
  onPart?: ((part: FoundPart) => void) | undefined;
}): ReactElement {
  // What is drawn here is fetched from here.
  const told = foundWords({ ...page, origin: '' });
  const { result, card, address } = told;
  const measures = useMeasures(`${result.title} ${result.words}`);
  const title = measures && cutTo(result.title, resultWidths.title, measures.title);
  const words = measures && cutTo(result.words, resultWidths.words.wide, measures.words);
  const hints =
    measures &&
    foundHints(
      {
        ...told,
        title: result.title,
        words: result.words,
        card: {
          title: card.title,
          words: card.words,
          ...(card.picture
            ? {
                picture: {
                  alt: card.picture.alt,
                  ...(card.picture.from.width === undefined ? {} : { width: card.picture.from.width }),
                },
              }
            : {}),
        },
      },
      measures,
    );
  const where = decodeURI(address).split('/').filter(Boolean).join(' / ');
  return (
    <section className={styles.found} aria-label="Found and shared">
      <Eyebrow>Found and shared</Eyebrow>
      <div className={styles.result} role="group" aria-label="As a search result">
        <span className={styles.where}>
          {page.site.label}
          {where && ` / ${where}`}
        </span>
        <span className={styles.title}>{title?.shown ?? result.title}</span>
        <span className={styles.words}>{words?.shown ?? result.words}</span>
      </div>
      {title && <Room label="Title" cut={title} cutAt={[[resultWidths.title, '']]} />}
      {words && (
        <Room
          label="Words"
          cut={words}
          cutAt={[
            [resultWidths.words.wide, ''],
            [resultWidths.words.phone, 'on a phone '],
          ]}
        />
      )}
      <div className={styles.card} role="group" aria-label="As a card where it is shared">
        {card.picture ? (
          <img src={card.picture.address} alt={card.picture.alt} />
        ) : (
          <span className={styles.none}>No picture</span>
        )}
        <span className={styles.said}>
          <span className={styles.where}>{page.site.label}</span>
          <b>{card.title}</b>
          {card.words && <span className={styles.words}>{card.words}</span>}
        </span>
      </div>
      {hints && hints.length > 0 && (
        <ul className={styles.hints} aria-label="Worth knowing">
          {hints.map(({ part, weight, words: said }) => (
            <li key={part + said} className={weight === 'mend' ? styles.mend : undefined}>
              {onPart ? (
                <button type="button" onClick={() => onPart(part)}>
                  {said}
                </button>
              ) : (
                said
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
