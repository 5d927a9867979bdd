import { freshHouseStyle } from './fresh/house-style';
import { styleOfSite } from './site-style';

test('a site wears the common house style, or its own: with the same names to choose among, as they look there', () => {
  const houseStyle = freshHouseStyle();
  const [quiet, ...others] = houseStyle.variants;
  if (!quiet) throw new Error('The fresh house style has variants.');
  const own = {
    ...houseStyle,
    corners: 18,
    textStyles: [],
    variants: [
      { ...quiet, ground: 'ink' as const },
      { ...quiet, key: 'nowhere' },
    ],
  };
  const model = { houseStyle, siteStyles: { friends: own } };
  expect(styleOfSite(model, 'main')).toBe(houseStyle);
  expect(styleOfSite(model, 'constructor')).toBe(houseStyle);
  expect(styleOfSite(model, 'friends')).toEqual({
    ...own,
    textStyles: houseStyle.textStyles,
    variants: [own.variants[0], ...others],
  });
});
