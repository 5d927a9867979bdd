import type { ManyAsked, ManyOfAllAsked } from '../../../contract/many';
import type { Id } from '../../../core/ids';
import type { CompiledType } from '../../../core/model/compile';
import type { ContentType } from '../../../core/model/document';
import type { KeptRecord } from '../../../store/records';
import type { Person } from '../../people/person';
import type { Installation } from '../../runtime/installation';
import { invalidInput } from '../../runtime/refusal';
import { contentTypeInForce } from '../type-in-force';
import { knownChange, wholeChange, whyNotOf, type KnownChange } from './known-change';
import { whichEntries, whichOfAll, type Which } from './which';

/** What is meant when many are changed: which, how, and of what type each is, or why it cannot be changed. */
export interface Meant {
  which: Which;
  change: KnownChange;
  typeOf: (record: KeptRecord) => CompiledType<ContentType> | { why: string };
  /** Where they are told together. */
  within: string;
}

/** Some entries of one type. */
async function ofOneType(
  installation: Installation,
  person: Pick<Person, 'id' | 'role' | 'limits'>,
  id: Id,
  asked: ManyAsked,
): Promise<Meant> {
  const type = contentTypeInForce(installation, id);
  return {
    change: await knownChange(installation.content, installation, person, type, asked.change),
    which: await whichEntries(installation, person, type, asked),
    typeOf: () => type,
    within: type.definition.plural,
  };
}

/** Some of all content: what is no entry, or of a type that one may not change, stays as it is. */
async function ofAll(
  installation: Installation,
  person: Pick<Person, 'id' | 'role' | 'limits'>,
  asked: ManyOfAllAsked,
): Promise<Meant> {
  const { content, model } = installation;
  const change = await wholeChange(content, installation, asked.change);
  if (!change)
    throw invalidInput([
      {
        path: '/change/does',
        code: 'kind',
        message: 'A field is changed in the table of its type.',
      },
    ]);
  const whyNot = new Map(
    model.contentTypes.map((type) => [type.id, whyNotOf(person, type, asked.change.does)]),
  );
  return {
    change,
    which: await whichOfAll(installation, person, asked),
    typeOf: ({ sort, type: of }) => {
      const type = sort === 'entry' ? model.contentType(of ?? '') : undefined;
      if (!type)
        return { why: sort === 'medium' ? 'A medium is changed in Media.' : 'A page is changed in Arrange.' };
      const why = whyNot.get(type.id);
      return why === undefined ? type : { why };
    },
    within: 'all content',
  };
}

/** What is meant by what was asked: of one type, or of all content. */
export const meantBy = (
  installation: Installation,
  person: Pick<Person, 'id' | 'role' | 'limits'>,
  type: Id | undefined,
  asked: ManyAsked | ManyOfAllAsked,
): Promise<Meant> =>
  type === undefined ? ofAll(installation, person, asked) : ofOneType(installation, person, type, asked);
