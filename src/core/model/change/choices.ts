import type { Field } from '../document';
import { kindFor } from '../kinds';
import type { Choice } from '../kinds/choice';

const quoted = (all: readonly { label: string }[]): string =>
  new Intl.ListFormat('en').format(all.map(({ label }) => `“${label}”`));

/** What takes the place of each choice that is gone, in a field: undefined where nothing was said, null for nothing. */
const replacementIn = (field: Field, id: string): Choice | null | undefined => {
  const { carried, choices } = choosing(field);
  const now = carried(id);
  if (now === id) return undefined;
  return choices.find((each) => each.id === now) ?? null;
};

const choosing = (field: Field) => {
  const kind = kindFor(field);
  return {
    choices: kind.choices ?? [],
    carried: (id: string) => kind.carried(kind.several ? [id] : id)?.toString(),
  };
};

/** The choices of a field that are gone after a change, and for which nothing says what takes their place. */
export function goneChoices(old: Field, field: Field | undefined): readonly Choice[] {
  if (!field) return [];
  const { choices: were } = choosing(old);
  const { choices: are } = choosing(field);
  if (are.length === 0) return [];
  return were.filter(
    ({ id }) => !are.some((each) => each.id === id) && replacementIn(field, id) === undefined,
  );
}

/** What differs in the choices of a field, each by its name: "“Rare” goes: entries get “Scarce” instead." */
export function choiceChanges(old: Field, field: Field): string[] {
  const [{ choices: were }, { choices: are }] = [choosing(old), choosing(field)];
  const before = new Map(were.map((each) => [each.id, each]));
  const added = are.filter(({ id }) => !before.has(id));
  const retired = are.filter((each) => each.retired && before.has(each.id) && !before.get(each.id)?.retired);
  const back = are.filter((each) => !each.retired && before.get(each.id)?.retired);
  const renamed = are.flatMap((each) => {
    const was = before.get(each.id);
    return was && was.label !== each.label ? [`“${was.label}” becomes “${each.label}”.`] : [];
  });
  const gone = were.flatMap((each) => {
    if (are.some(({ id }) => id === each.id)) return [];
    const to = replacementIn(field, each.id);
    const words = to
      ? `entries get “${to.label}” instead`
      : to === null
        ? 'entries lose it'
        : 'nothing takes its place';
    return [`“${each.label}” goes: ${words}.`];
  });
  const kept = were.filter(({ id }) => are.some((each) => each.id === id)).map(({ id }) => id);
  const order = are.filter(({ id }) => before.has(id)).map(({ id }) => id);
  return [
    ...(added.length > 0 ? [`New: ${quoted(added)}.`] : []),
    ...renamed,
    ...gone,
    ...(retired.length > 0 ? [`Not offered any more: ${quoted(retired)}.`] : []),
    ...(back.length > 0 ? [`Offered again: ${quoted(back)}.`] : []),
    ...(kept.join() === order.join() ? [] : ['The choices stand in another order.']),
  ];
}
