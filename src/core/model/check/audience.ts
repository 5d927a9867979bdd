import type { Accounts, SeenBy } from '../../site/audience';
import type { ModelDocument } from '../document';
import { error, type ModelFault } from './fault';

/** Groups that stand there twice, and things that are for groups which are gone. */
export function audienceFaults({ accounts, contentTypes, pageTypes }: ModelDocument): ModelFault[] {
  const ofTypes = (
    list: 'contentTypes' | 'pageTypes',
    types: readonly { id: string; label: string; seenBy?: SeenBy }[],
  ) =>
    types.flatMap(({ id, label, seenBy }, i) => seenByFaults(accounts, seenBy, label, `/${list}/${i}`, id));
  return [
    ...(accounts?.groups ?? []).flatMap(({ key, label }, i, all): ModelFault[] =>
      all.slice(0, i).some((each) => each.key === key)
        ? [error(`/accounts/groups/${i}/key`, 'twice', `${label} is there twice.`)]
        : [],
    ),
    ...ofTypes('contentTypes', contentTypes),
    ...ofTypes('pageTypes', pageTypes),
  ];
}

function seenByFaults(
  accounts: Accounts | undefined,
  seenBy: SeenBy | undefined,
  label: string,
  path: string,
  about: string,
): ModelFault[] {
  if (!seenBy) return [];
  if (!accounts)
    return [
      error(
        `${path}/seenBy`,
        'no accounts',
        `${label} is for visitors who are signed in, and nobody can be.`,
        {
          about,
        },
      ),
    ];
  return seenBy.groups.flatMap((group, i): ModelFault[] =>
    accounts.groups.some(({ id }) => id === group)
      ? []
      : [
          error(`${path}/seenBy/groups/${i}`, 'gone', `${label} is for a group of visitors that is gone.`, {
            about,
          }),
        ],
  );
}
