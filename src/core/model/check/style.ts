import type { HouseStyle } from '../document';
import { contrast, hardToRead, paletteWords, wordsOn } from '../fresh/house-style';
import { error, warning, type ModelFault } from './fault';
import { sameKeys } from './fields';

/** What is hard to read in a house style that stands at a path, and what names what is not there. */
export function styleFaults(style: HouseStyle, at: string): ModelFault[] {
  const palettes = [
    ['palette', style.palette, ''],
    ['dark', style.dark, ' in the dark'],
  ] as const;
  const colours = style.colours ?? [];
  return [
    ...palettes.flatMap(([place, palette, where]) =>
      hardToRead(palette).map(({ word, on, least, has }) =>
        warning(
          `${at}/${place}/${word}`,
          'contrast',
          `“${paletteWords[word]}” on “${paletteWords[on]}”${where} has a contrast of ${has.toFixed(1)}; readers need ${least}.`,
        ),
      ),
    ),
    ...colours.flatMap(({ label, light, dark }, i) =>
      [
        { ground: light, palette: style.palette, where: '' },
        { ground: dark, palette: style.dark, where: ' in the dark' },
      ].flatMap(({ ground, palette, where }) => {
        const has = contrast(wordsOn(ground, palette), ground);
        return has < 4.5
          ? [
              warning(
                `${at}/colours/${i}`,
                'contrast',
                `Neither ink nor paper is read on “${label}”${where}: its contrast is ${has.toFixed(1)}; readers need 4.5.`,
              ),
            ]
          : [];
      }),
    ),
    ...style.variants.flatMap(({ label, ground, colour }, i) =>
      ground === 'colour' && !colours.some(({ key }) => key === colour)
        ? [
            error(
              `${at}/variants/${i}/colour`,
              'gone',
              `“${label}” stands on a colour that the house style does not have.`,
            ),
          ]
        : [],
    ),
    ...(['variants', 'textStyles', 'colours'] as const).flatMap((list) =>
      sameKeys(
        (style[list] ?? []).map(({ key, label }) => ({ key, label, id: key })),
        (i) => `${at}/${list}/${i}`,
      ).map(({ mend: _none, ...fault }) => fault),
    ),
  ];
}
