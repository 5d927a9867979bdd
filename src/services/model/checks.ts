import { checkModel } from '../../core/model/check';
import { workingMark, workingModel } from '../../store/model';
import type { Installation } from '../runtime/installation';

/** How many faults the model had when it was last checked, and which it was. */
const checked = new WeakMap<Installation, { mark: string; count: number }>();

/** How many faults the model has as it is worked on, else as it is in force. Each is checked once. */
export async function countChecks(installation: Installation): Promise<number> {
  const { content, model } = installation;
  const mark = (await workingMark(content)) ?? `in force ${model.revision}`;
  const known = checked.get(installation);
  if (known?.mark === mark) return known.count;
  const working = await workingModel(content);
  const count = checkModel(working?.document ?? model.document).length;
  checked.set(installation, { mark, count });
  return count;
}
