import { pointer, type Fault } from '../faults';
import type { JsonObject } from '../json';

/** What can be set on the site, the type, the listing and the page; the later of these wins. */
export const settingKeys = [
  'showTitle',
  'showHeading',
  'showDates',
  'showAuthor',
  'showVisits',
  'showLink',
  'showNeighbours',
  'showRelated',
  'showActs',
  'showContents',
  'comments',
  'commentDays',
  'commentsShown',
  'feedGives',
  'firstState',
  'inNavigation',
  'inFoot',
] as const;
export type SettingKey = (typeof settingKeys)[number];

export interface SettingWords {
  label: string;
  /** What it may be, in order, each with its words. */
  choices: readonly { value: string; label: string }[];
}

const yesNo = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;

/** Every setting, with its words and what it is where nobody has set it. */
export const settings: Record<SettingKey, SettingWords & { standard: string }> = {
  showTitle: { label: 'Title is shown', choices: yesNo, standard: 'yes' },
  showHeading: { label: 'Heading over a listing is shown', choices: yesNo, standard: 'yes' },
  showDates: { label: 'Dates are shown', choices: yesNo, standard: 'yes' },
  showAuthor: { label: 'Author is shown', choices: yesNo, standard: 'no' },
  showVisits: { label: 'Visits are shown', choices: yesNo, standard: 'no' },
  showLink: { label: 'Link to the full list is shown', choices: yesNo, standard: 'yes' },
  showNeighbours: { label: 'Previous and next are shown', choices: yesNo, standard: 'yes' },
  showRelated: { label: 'Related entries are shown', choices: yesNo, standard: 'yes' },
  showActs: { label: 'Print, mail and share are offered', choices: yesNo, standard: 'no' },
  showContents: { label: 'Headings of the page are listed', choices: yesNo, standard: 'no' },
  comments: {
    label: 'Visitors may say something',
    choices: [
      { value: 'off', label: 'No' },
      { value: 'read', label: 'Only read what was said' },
      { value: 'open', label: 'Yes' },
    ],
    standard: 'off',
  },
  commentDays: {
    label: 'They may, once it is published',
    choices: [
      { value: '0', label: 'Always' },
      { value: '7', label: 'For 7 days' },
      { value: '30', label: 'For 30 days' },
      { value: '90', label: 'For 90 days' },
      { value: '365', label: 'For 365 days' },
    ],
    standard: '0',
  },
  commentsShown: {
    label: 'What they say is shown',
    choices: [
      { value: 'held', label: 'Once it was looked at' },
      { value: 'once', label: 'At once' },
    ],
    standard: 'held',
  },
  feedGives: {
    label: 'A feed of a list gives',
    choices: [
      { value: 'short', label: 'First words' },
      { value: 'full', label: 'Whole texts' },
    ],
    standard: 'short',
  },
  firstState: {
    label: 'Something new begins as',
    choices: [
      { value: 'draft', label: 'Draft' },
      { value: 'review', label: 'In review' },
    ],
    standard: 'draft',
  },
  inNavigation: { label: 'Stands in the navigation', choices: yesNo, standard: 'yes' },
  inFoot: { label: 'Stands in the foot', choices: yesNo, standard: 'no' },
};

/** What one place says: the settings it sets, and on a type or site, which of them an editor may change below. */
export interface SettingsLayer {
  set?: { [K in SettingKey]?: string };
  editorMay?: SettingKey[];
}

export type SettingSource = 'standard' | 'site' | 'type' | 'listing' | 'page';
export const settingSources: readonly SettingSource[] = ['standard', 'site', 'type', 'listing', 'page'];

/** Layers in their order, from the site down. */
export type Layers = readonly {
  source: Exclude<SettingSource, 'standard'>;
  layer: SettingsLayer | undefined;
}[];

/**
 * A setting as it holds at a place: its value, where that comes from, what it would be if this place did not
 * set it, and whether an editor may change it here.
 */
export interface Held {
  value: string;
  from: SettingSource;
  inherited: { value: string; from: SettingSource };
  editorMay: boolean;
}

/**
 * Resolves one setting through layers in their order (site, type, listing, page). The last layer given is the place
 * that asks. A value that is no longer one of the setting's counts as not set.
 */
export function resolveSetting(key: SettingKey, layers: Layers): Held {
  const valid = (value: string | undefined): value is string =>
    value !== undefined && settings[key].choices.some((choice) => choice.value === value);
  let held: Held['inherited'] = { value: settings[key].standard, from: 'standard' };
  let inherited = held;
  layers.forEach(({ source, layer }, i) => {
    if (i === layers.length - 1) inherited = held;
    const value = layer?.set?.[key];
    if (valid(value)) held = { value, from: source };
  });
  return {
    ...held,
    inherited,
    editorMay: layers.some(({ layer }) => layer?.editorMay?.includes(key) ?? false),
  };
}

/** A layer in which a setting is set, or (with nothing) inherited again. */
export function withSetting(
  layer: SettingsLayer | undefined,
  key: SettingKey,
  value: string | undefined,
): SettingsLayer {
  const { [key]: _gone, ...rest } = layer?.set ?? {};
  return { ...layer, set: value === undefined ? rest : { ...rest, [key]: value } };
}

/**
 * Reads the settings that a listing or a page has of its own, by key (null goes back to the inherited value):
 * only what the layers above leave open. With any fault nothing may be kept.
 */
export function parseLayer(
  given: JsonObject,
  above: Layers,
  path: string,
): { layer: SettingsLayer; faults: Fault[] } {
  const faults: Fault[] = [];
  let layer: SettingsLayer = {};
  for (const [name, value] of Object.entries(given)) {
    const key = settingKeys.find((each) => each === name);
    const at = pointer(path, name);
    if (!key) faults.push({ path: at, code: 'unknown', message: `There is no setting "${name}".` });
    else if (value === null) layer = withSetting(layer, key, undefined);
    else if (!resolveSetting(key, above).editorMay)
      faults.push({
        path: at,
        code: 'held',
        message: `“${settings[key].label}” is not open to be changed here.`,
      });
    else if (typeof value !== 'string' || !settings[key].choices.some((choice) => choice.value === value))
      faults.push({
        path: at,
        code: 'value',
        message: `“${settings[key].label}” is one of: ${settings[key].choices.map((choice) => choice.value).join(', ')}.`,
      });
    else layer = withSetting(layer, key, value);
  }
  return { layer, faults };
}
