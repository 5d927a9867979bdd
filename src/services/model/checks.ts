import { workingMark, workingModel } from '../../store/model';
import { today, type Installation } from '../runtime/installation';
import { toldByContent } from './working-copy';

/** How many faults the model had when it was last checked, and what it was held against. */
const checked = new WeakMap<Installation, { mark: string; count: number }>();

/**
 * How many faults the model has as it is worked on, else as it is in force: as many as its checks tell. Each is checked
 * once, until what content tells of it is another.
 */
export async function countChecks(installation: Installation): Promise<number> {
  const { content, model } = installation;
  const told = await toldByContent(content, installation);
  const which = (await workingMark(content)) ?? `in force ${model.revision}`;
  const mark = JSON.stringify([which, told, today(installation)]);
  const known = checked.get(installation);
  if (known?.mark === mark) return known.count;
  const document = (await workingModel(content))?.document ?? model.document;
  const context = { inForce: model.document, content: told, today: today(installation) };
  const { faults } = await installation.beside.run('checkDocument', { document, context });
  checked.set(installation, { mark, count: faults.length });
  return faults.length;
}
