import type { KindName } from '../../core/model/kinds';

type Ways = readonly [up: string, down: string];

const byTime: Ways = ['earliest first', 'latest first'];

const told: { readonly [K in KindName]?: Ways } = {
  number: ['least first', 'most first'],
  yesNo: ['no first', 'yes first'],
  date: byTime,
  moment: byTime,
  choice: ['as the choices stand', 'the choices from the end'],
};

/** The two directions of an order by values of a kind, in words; without one, of an order by times. */
export const waysOf = (kind: KindName | undefined): Ways =>
  kind === undefined ? byTime : (told[kind] ?? ['A to Z', 'Z to A']);
