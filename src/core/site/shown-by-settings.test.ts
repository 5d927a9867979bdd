import {
  bylineBySettings,
  headingBySettings,
  itemBySettings,
  leadsOnBySettings,
  listingLayers,
  pageBySettings,
} from './shown-by-settings';

const shown = (words: string) => [{ words, field: 'f', step: 0 }];
const face = { heading: shown('Bell heron'), date: shown('24 November'), summary: shown('Rings.') };
const layers = (site: object, listing: object = {}, page?: object) =>
  listingLayers({ settings: { set: site } }, {}, { settings: { set: listing } }, page && { set: page });

test('a page hides its title and its dates, each for itself', () => {
  expect(Object.keys(pageBySettings(face, layers({ showTitle: 'no' })))).toEqual(['summary', 'date']);
  expect(Object.keys(pageBySettings(face, layers({ showDates: 'no' })))).toEqual(['summary', 'heading']);
});

test('an item of a listing keeps its name; the heading over it goes by a setting of its own, in which the page has the last word', () => {
  expect(itemBySettings(face, layers({ showTitle: 'no' }))).toHaveProperty('heading');
  const heading = (...of: Parameters<typeof layers>) =>
    headingBySettings({ heading: 'Birds' }, layers(...of));
  expect([
    heading({ showTitle: 'no' }),
    heading({ showHeading: 'no' }),
    heading({ showHeading: 'no' }, { showHeading: 'yes' }),
    heading({}, { showHeading: 'yes' }, { showHeading: 'no' }),
  ]).toEqual(['Birds', '', 'Birds', '']);
  expect(itemBySettings(face, layers({}, { showDates: 'no' }))).not.toHaveProperty('date');
});

test('a listing tells authors and visits only where that is set, and leads on to its full list unless it is set otherwise', () => {
  expect([
    bylineBySettings(layers({})),
    bylineBySettings(layers({ showAuthor: 'yes' }, { showVisits: 'yes' })),
  ]).toEqual([
    { showAuthor: false, showVisits: false },
    { showAuthor: true, showVisits: true },
  ]);
  expect([leadsOnBySettings(layers({})), leadsOnBySettings(layers({}, { showLink: 'no' }))]).toEqual([
    true,
    false,
  ]);
});
