'use client';
import { Button, MenuItem, Select } from '@mui/material';
import { ListTree } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { CategoryPick } from '../category-pick';
import { trailsOf } from '../category-trails';
import { Labelled } from '../labelled';
import { useModel } from '../model-in-force';
import { useAsk } from '../use-ask';
import { ChosenList } from './chosen-list';
import { CategoryBrowse } from './dialogs-later';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import { useMakeCategory } from './make-category';
import { without } from './rule-inputs';
import { idsIn, severalNote, SeveralRulesInputs } from './several-rules';

function Input({
  id,
  rules,
  value,
  onChange,
  invalid,
  describedBy,
  label,
  beside,
}: InputProps<'category'>): ReactElement {
  const { data } = useAsk('categories', { path: { id: rules.scheme } }, { enabled: rules.scheme !== '' });
  const items = data?.items ?? [];
  const scheme = useModel().scheme(rules.scheme);
  const chosen = idsIn(value);
  const trails = trailsOf(items);
  // First the branch, then the leaf: only what stands below what the other field holds is offered.
  const branchField =
    rules.within === undefined ? undefined : beside?.fields.find((field) => field.id === rules.within);
  const branches = branchField ? idsIn(beside?.values[branchField.key]) : undefined;
  const parents = new Map(items.map((item) => [item.id, item.parent]));
  const under = (item: string, test: (id: string) => boolean): boolean => {
    for (let at: string | null | undefined = item; at; at = parents.get(at)) if (test(at)) return true;
    return false;
  };
  const keyed = rules.under === undefined ? undefined : items.find(({ key }) => key === rules.under)?.id;
  const offered = items.filter(
    (item) =>
      (keyed === undefined || (item.id !== keyed && under(item.id, (at) => at === keyed))) &&
      (branches === undefined || under(item.id, (at) => branches.includes(at))),
  );
  const add = (added: string) => onChange(rules.multiple ? [...chosen, added] : added);
  const [browsing, setBrowsing] = useState(false);
  const make = useMakeCategory(rules.scheme, {
    // What is made stands where it may be chosen.
    within: keyed ?? (branches?.length === 1 ? branches[0] : undefined),
    onMade: add,
  });
  // Until that is known, a tree is what there is mostly: its button keeps its place.
  const isTree =
    (data === undefined && scheme?.definition.sort === 'categories') ||
    offered.some(({ parent }) => offered.some(({ id: each }) => each === parent));
  return (
    <div>
      <ChosenList
        label="Chosen categories"
        items={chosen.map((each) => ({
          id: each,
          label: trails.get(each) ?? (data ? 'A category that is gone' : 'Looking…'),
        }))}
        onChange={(ids) => onChange(rules.multiple ? ids : (ids[0] ?? null))}
      />
      {(rules.multiple || chosen.length === 0) && (
        <CategoryPick
          id={id}
          offered={offered.filter((item) => !chosen.includes(item.id))}
          trails={trails}
          onPick={add}
          onMake={branches?.length === 0 ? undefined : make}
          placeholder={chosen.length === 0 ? 'Choose by name' : 'Another'}
          invalid={invalid}
          describedBy={describedBy}
          {...(label ? { label } : {})}
          {...(branchField && branches?.length === 0
            ? { nothing: `Choose ${branchField.label} first.` }
            : {})}
        />
      )}
      {isTree && (
        <Button variant="text" size="small" onClick={() => setBrowsing(true)}>
          See the tree
        </Button>
      )}
      {browsing && (
        <CategoryBrowse
          title={label ?? scheme?.definition.plural ?? 'Categories'}
          offered={offered}
          chosen={chosen}
          several={rules.multiple ?? false}
          onChange={(ids) => onChange(rules.multiple ? ids : (ids[0] ?? null))}
          onClose={() => setBrowsing(false)}
        />
      )}
    </div>
  );
}

function Rules({ id, rules, onChange, model, siblings }: RulesProps<'category'>): ReactElement {
  const others = siblings.filter(
    (field) => field.kind === 'category' && field.rules.scheme === rules.scheme && field.rules !== rules,
  );
  return (
    <>
      <Labelled
        id={`${id}-scheme`}
        label="Filled from"
        faults={rules.scheme ? [] : ['Choose a scheme or a set of tags.']}
      >
        <Select
          fullWidth
          displayEmpty
          value={model.schemes.some((scheme) => scheme.id === rules.scheme) ? rules.scheme : ''}
          labelId={`${id}-scheme-label`}
          SelectDisplayProps={{ id: `${id}-scheme` }}
          onChange={({ target }) => onChange({ ...rules, scheme: target.value })}
        >
          <MenuItem value="">Nothing yet</MenuItem>
          {model.schemes.map((scheme) => (
            <MenuItem key={scheme.id} value={scheme.id}>
              {scheme.label}
            </MenuItem>
          ))}
        </Select>
      </Labelled>
      <SeveralRulesInputs id={id} rules={rules} onChange={onChange} />
      <UnderRule id={id} rules={rules} onChange={onChange} />
      {others.length > 0 && (
        <Labelled id={`${id}-within`} label="Only below what another field holds">
          <Select
            fullWidth
            displayEmpty
            value={rules.within ?? ''}
            labelId={`${id}-within-label`}
            SelectDisplayProps={{ id: `${id}-within` }}
            onChange={({ target }) => onChange(without({ ...rules, within: target.value || undefined }))}
          >
            <MenuItem value="">No other field</MenuItem>
            {others.map((field) => (
              <MenuItem key={field.id} value={field.id}>
                {field.label}
              </MenuItem>
            ))}
          </Select>
        </Labelled>
      )}
    </>
  );
}

/** The one category below which the values stand, found by its name. */
function UnderRule({
  id,
  rules,
  onChange,
}: Pick<RulesProps<'category'>, 'id' | 'rules' | 'onChange'>): ReactElement | null {
  const { data, isPending } = useAsk(
    'categories',
    { path: { id: rules.scheme } },
    { enabled: rules.scheme !== '' },
  );
  if (rules.scheme === '') return null;
  const items = data?.items ?? [];
  const trails = trailsOf(items);
  const { under } = rules;
  const chosen = items.find(({ key }) => key === under);
  const nothing = isPending
    ? 'The categories are on their way.'
    : 'Categories are chosen here once the scheme is in force and has some.';
  return (
    <Labelled id={`${id}-under`} label="Only below" help="With none, every category may be chosen.">
      {under !== undefined && !isPending && (
        <ChosenList
          label="Only below this category"
          items={[
            {
              id: under,
              label: chosen ? (trails.get(chosen.id) ?? chosen.label) : 'A category that is gone',
            },
          ]}
          onChange={() => onChange(without({ ...rules, under: undefined }))}
        />
      )}
      {under === undefined && (
        <CategoryPick
          id={`${id}-under`}
          offered={items}
          trails={trails}
          onPick={(picked) => {
            const key = items.find((item) => item.id === picked)?.key;
            if (key !== undefined) onChange({ ...rules, under: key });
          }}
          placeholder="Choose by name"
          nothing={items.length > 0 ? 'Nothing has these words in its name.' : nothing}
        />
      )}
    </Labelled>
  );
}

export const category: KindUi<'category'> = {
  icon: ListTree,
  Input,
  Rules,
  width: 'half',
  note: (value, rules) => severalNote(idsIn(value).length, rules),
  isGroup: () => false,
};
