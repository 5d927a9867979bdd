'use client';
import { FileSymlink } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { inBin } from '../../core/content/known';
import { Labelled } from '../labelled';
import { useModel } from '../model-in-force';
import { useMayOfType } from '../use-within';
import { useKnown } from '../use-known';
import { ChosenList } from './chosen-list';
import { CardPicture, CardWords, useEntryCards } from './entry-cards';
import { EntryFinder } from './entry-finder';
import type { Inside } from './inside';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import { MakeEntry } from './dialogs-later';
import { YesRule } from './rule-inputs';
import { idsIn, severalNote, SeveralRulesInputs } from './several-rules';

/** The names of some entries, asked together. */
export function useEntryNames(ids: readonly string[]): ReadonlyMap<string, string> {
  const { entries, binned = [] } = useKnown(ids);
  return new Map([
    ...[...entries].map(([id, { title }]) => [id, title] as const),
    ...[...binned].map(([id, title]) => [id, inBin(title)] as const),
  ]);
}

/** An entry that is named, or several. Made with the form of a set of fields, since one can be made on the spot. */
export function entryUi(Fields: Inside): KindUi<'entry'> {
  const Input = ({
    id,
    rules,
    value,
    onChange,
    invalid,
    describedBy,
    label,
  }: InputProps<'entry'>): ReactElement => {
    const chosen = idsIn(value);
    const names = useEntryNames(chosen);
    const cards = useEntryCards(chosen);
    const [making, setMaking] = useState<string>();
    const mayOfType = useMayOfType('write entries');
    const { contentTypes } = useModel();
    const makable = contentTypes.filter(
      (type) => (rules.types.length === 0 || rules.types.includes(type.id)) && mayOfType(type.id),
    );
    const choose = (entry: string) => onChange(rules.multiple ? [...chosen, entry] : entry);
    return (
      <div>
        <ChosenList
          label="Chosen entries"
          items={chosen.map((each) => ({
            id: each,
            label: names.get(each) ?? '…',
            mark: <CardPicture card={cards.get(each)} />,
            more: <CardWords card={cards.get(each)} />,
          }))}
          onChange={(ids) => onChange(rules.multiple ? ids : (ids[0] ?? null))}
        />
        {(rules.multiple || chosen.length === 0) && (
          <EntryFinder
            id={id}
            types={rules.types}
            taken={chosen}
            invalid={invalid}
            describedBy={describedBy}
            {...(label ? { label } : {})}
            onChoose={choose}
            onMake={makable.length > 0 ? setMaking : undefined}
          />
        )}
        {making !== undefined && (
          <MakeEntry
            Fields={Fields}
            types={makable}
            name={making}
            onClose={() => setMaking(undefined)}
            onMade={(entry) => {
              setMaking(undefined);
              choose(entry);
            }}
          />
        )}
      </div>
    );
  };
  return {
    icon: FileSymlink,
    Input,
    Rules,
    width: 'half',
    note: (value, rules) => severalNote(idsIn(value).length, rules),
    isGroup: () => false,
  };
}

const Rules = ({ id, rules, onChange, model }: RulesProps<'entry'>): ReactElement => (
  <>
    <Labelled id={`${id}-types`} label="Leads to" group help="None chosen: to an entry of any type.">
      <div>
        {model.contentTypes.map((type) => (
          <YesRule
            key={type.id}
            label={type.label}
            value={rules.types.includes(type.id)}
            onChange={(may) =>
              onChange({
                ...rules,
                types: model.contentTypes
                  .map((each) => each.id)
                  .filter((each) => (each === type.id ? may : rules.types.includes(each))),
              })
            }
          />
        ))}
      </div>
    </Labelled>
    <SeveralRulesInputs id={id} rules={rules} onChange={onChange} />
  </>
);
