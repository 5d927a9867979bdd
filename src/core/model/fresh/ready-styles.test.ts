import { parseModelDocument } from '../../formats/model-schema';
import { checkModel } from '../check';
import { emptyModel } from '../document';
import { freshHouseStyle } from './house-style';
import { beginWith, readyStyles } from './ready-styles';

test.each(readyStyles)(
  '$label is a house style that holds, and is read by light and in the dark',
  ({ style }) => {
    const model = { ...emptyModel('en'), houseStyle: style };
    expect(parseModelDocument(JSON.parse(JSON.stringify(model))).faults).toEqual([]);
    expect(checkModel(model).filter(({ path }) => path.startsWith('/houseStyle'))).toEqual([]);
  },
);

test('beginning with another keeps every variant, text style and colour that may be in use', () => {
  const own = {
    ...freshHouseStyle(),
    colours: [
      { key: 'peat', label: 'Peat', light: '#4a3a2a', dark: '#1d160f' },
      { key: 'unused', label: 'Unused', light: '#ffffff', dark: '#000000' },
    ],
    variants: [
      ...freshHouseStyle().variants,
      {
        key: 'boggy',
        label: 'Boggy',
        ground: 'colour' as const,
        colour: 'peat',
        frame: 'none' as const,
        width: 'wide' as const,
        room: 1 as const,
      },
    ],
  };
  for (const { style } of readyStyles) {
    const begun = beginWith(own, style);
    const keys = begun.variants.map(({ key }) => key);
    expect(keys).toEqual(expect.arrayContaining([...own.variants, ...style.variants].map(({ key }) => key)));
    expect(new Set(keys).size).toBe(keys.length);
    expect(begun.variants.find(({ key }) => key === 'tinted')).toEqual(
      style.variants.find(({ key }) => key === 'tinted'),
    );
    expect(begun.colours?.map(({ key }) => key)).toEqual([
      ...(style.colours ?? []).map(({ key }) => key),
      'peat',
    ]);
    expect({ ...begun, variants: [], textStyles: [], colours: [] }).toEqual({
      ...style,
      variants: [],
      textStyles: [],
      colours: [],
    });
  }
});
