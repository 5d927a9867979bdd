import fc from 'fast-check';
import {
  parseLayer,
  settingKeys,
  settings,
  resolveSetting,
  withSetting,
  type Layers,
  type SettingsLayer,
} from './settings';

const site: SettingsLayer = { set: { showDates: 'no' }, editorMay: ['showDates'] };

describe('a setting', () => {
  test('is what the product says where nobody has set it', () => {
    expect(resolveSetting('showTitle', [{ source: 'site', layer: undefined }])).toEqual({
      value: 'yes',
      from: 'standard',
      inherited: { value: 'yes', from: 'standard' },
      editorMay: false,
    });
  });
  test('is won by the later layer, and tells what it would be without the last', () => {
    const layers: Layers = [
      { source: 'site', layer: site },
      { source: 'type', layer: {} },
      { source: 'page', layer: { set: { showDates: 'yes' } } },
    ];
    expect(resolveSetting('showDates', layers)).toEqual({
      value: 'yes',
      from: 'page',
      inherited: { value: 'no', from: 'site' },
      editorMay: true,
    });
  });
  test('goes back to what it inherits in one step', () => {
    const own = withSetting({ set: { showDates: 'yes', showTitle: 'no' } }, 'showDates', undefined);
    expect(own).toEqual({ set: { showTitle: 'no' } });
    expect(
      resolveSetting('showDates', [
        { source: 'site', layer: site },
        { source: 'page', layer: own },
      ]),
    ).toMatchObject({ value: 'no', from: 'site' });
  });
  test('that is no longer one of its choices counts as not set', () => {
    expect(
      resolveSetting('firstState', [{ source: 'site', layer: { set: { firstState: 'published' } } }]),
    ).toMatchObject({ value: 'draft', from: 'standard' });
  });
  test('always comes from the last layer that sets it, whatever the layers', () => {
    const layer = fc.record({
      set: fc.record(
        { showTitle: fc.constantFrom('yes', 'no'), showDates: fc.constantFrom('yes', 'no') },
        { requiredKeys: [] },
      ),
    });
    fc.assert(
      fc.property(layer, layer, layer, (a, b, c) => {
        const layers: Layers = [
          { source: 'site', layer: a },
          { source: 'type', layer: b },
          { source: 'page', layer: c },
        ];
        const held = resolveSetting('showTitle', layers);
        const setting = [...layers].reverse().find((each) => each.layer?.set?.showTitle !== undefined);
        expect([held.value, held.from]).toEqual([
          setting?.layer?.set?.showTitle ?? 'yes',
          setting?.source ?? 'standard',
        ]);
        // Taking the page's own away leaves exactly what it inherits.
        expect(
          resolveSetting('showTitle', [
            ...layers.slice(0, 2),
            { source: 'page', layer: withSetting(c, 'showTitle', undefined) },
          ]).value,
        ).toBe(held.inherited.value);
      }),
    );
  });
  test('has words for everything it may be, and a standard among them', () => {
    for (const key of settingKeys)
      expect(settings[key].choices.map(({ value }) => value)).toContain(settings[key].standard);
  });
});

describe('what a page or a listing sets itself', () => {
  const above: Layers = [{ source: 'site', layer: site }];
  test('is kept where the layers above leave it open', () => {
    expect(parseLayer({ showDates: 'yes' }, above, '/settings')).toEqual({
      layer: { set: { showDates: 'yes' } },
      faults: [],
    });
    expect(parseLayer({ showDates: null }, above, '/settings').faults).toEqual([]);
  });
  test.each<[string, Record<string, never> | object, string, string]>([
    ['a setting that is not open', { showTitle: 'no' }, '/settings/showTitle', 'held'],
    ['a setting there is none of', { glitter: 'yes' }, '/settings/glitter', 'unknown'],
    ['something it cannot be', { showDates: 'sometimes' }, '/settings/showDates', 'value'],
    ['no words at all', { showDates: 7 }, '/settings/showDates', 'value'],
  ])('%s is refused at its place', (_, given, path, code) => {
    expect(parseLayer(given as never, above, '/settings').faults).toMatchObject([{ path, code }]);
  });
});
