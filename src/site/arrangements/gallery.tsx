import type { ReactElement } from 'react';
import type { Item } from '../../core/mapping/arrangement/arrange';
import { Byline } from '../byline';
import { Face, FacePart } from '../face';
import { widthOfItem } from '../picture-sizes';
import { wordsFor } from '../words';
import { entryOf, setOutClasses, type Arranged } from './arranged';

/** How wide (px) the larger view of a picture is at most. */
const LARGE = 840;

const nameOf = ({ face }: Item): string => face.heading?.[0]?.words ?? face.picture?.[0]?.media?.alt ?? '';

/**
 * Pictures close together. Each opens larger over the page, with what else is said of it; the browser itself
 * opens and closes it, without script. With it, one leads to the next (`leaf-larger`).
 */
export function Gallery({ listing, level, locale, id, traced, wide }: Arranged): ReactElement {
  const words = wordsFor(locale);
  const { items } = listing;
  const shown = items.flatMap(({ face }, i) => (face.picture?.[0]?.media ? [i] : []));
  const large = (place: number) => `${id}-g${place + 1}`;
  return (
    <ul className={`items ${setOutClasses(listing)}`}>
      {items.map((item, i) => {
        const { picture, ...rest } = item.face;
        if (!picture?.[0]?.media)
          return (
            <li key={item.id} className="told" {...entryOf(traced, item.id)}>
              <Face face={item.face} level={level} traced={traced} />
            </li>
          );
        const name = nameOf(item);
        return (
          <li key={item.id} {...entryOf(traced, item.id)}>
            <button type="button" className="opens" popoverTarget={large(i)} aria-label={words.larger(name)}>
              <FacePart part="picture" face={item.face} level={level} wide={widthOfItem(listing, wide, i)} />
            </button>
            {item.face.heading && <p className="name">{name}</p>}
            <div id={large(i)} popover="auto" className="large" role="dialog" aria-label={name}>
              <FacePart
                part="picture"
                face={{
                  picture: picture.map((shown) => ({
                    ...shown,
                    ...(shown.media ? { media: { ...shown.media, ratio: undefined } } : {}),
                  })) as typeof picture,
                }}
                level={level}
                wide={LARGE}
              />
              <Face
                face={rest}
                level={level}
                traced={traced}
                foot={<Byline byline={item.byline} locale={locale} />}
              />
              <p className="ways">
                {(
                  [
                    ['back', shown[shown.indexOf(i) - 1], words.previous],
                    ['on', shown[shown.indexOf(i) + 1], words.next],
                  ] as const
                ).map(([way, to, word]) =>
                  to === undefined ? null : (
                    <button type="button" key={way} data-way={way} data-leads={large(to)} hidden>
                      {word}
                    </button>
                  ),
                )}
                <button type="button" popoverTarget={large(i)} popoverTargetAction="hide">
                  {words.close}
                </button>
              </p>
            </div>
          </li>
        );
      })}
    </ul>
  );
}
