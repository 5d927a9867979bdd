/** More than any model with all its languages asks for; only what is asked at random comes near it. */
const MOST = 500;

/** Keeps what is made: making a formatter (ECMA-402) costs a hundred times more than asking it. */
function kept<Options, Formatter>(
  make: (locale: string, options: Options) => Formatter,
): (locale: string, options: Options) => Formatter {
  const made = new Map<string, Formatter>();
  return (locale, options) => {
    const key = `${locale} ${JSON.stringify(options)}`;
    const known = made.get(key);
    if (known) return known;
    if (made.size >= MOST) made.clear();
    const fresh = make(locale, options);
    made.set(key, fresh);
    return fresh;
  };
}

/** Says days, which are in no time zone: they are given as their first moment in UTC (ms, or a `Date`). */
export const dayFormatter = kept(
  (locale, options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }),
);

/** Says numbers. */
export const numberFormatter = kept(
  (locale, options: Intl.NumberFormatOptions) => new Intl.NumberFormat(locale, options),
);

/** Says languages and currencies by their names. */
export const displayNames = kept(
  (locale, options: Intl.DisplayNamesOptions) => new Intl.DisplayNames(locale, options),
);

/** Says several things, one after the other. */
export const listFormatter = kept(
  (locale, options: Intl.ListFormatOptions) => new Intl.ListFormat(locale, options),
);
