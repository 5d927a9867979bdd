import { pointer, type Fault } from '../../../faults';
import { isJsonObject, type Json } from '../../../json';
import { densities, setOutBounds, setOutKeys, type SetOut } from '../../arrangement/arrangement';

/** What is chosen of an arrangement. What it does not take is kept, for when another one does. */
export function parseSetOut(given: Json | undefined, path: string, faults: Fault[]): SetOut {
  const refuse = (key: string, message: string) =>
    void faults.push({ path: pointer(path, key), code: 'bound', message });
  if (given === undefined || given === null) return {};
  if (!isJsonObject(given)) {
    faults.push({
      path,
      code: 'kind',
      message: `What is chosen of an arrangement: ${setOutKeys.join(', ')}.`,
    });
    return {};
  }
  const setOut: SetOut = {};
  for (const key of Object.keys(given))
    if (!setOutKeys.some((known) => known === key))
      refuse(key, `Of an arrangement can be chosen: ${setOutKeys.join(', ')}.`);
  const { columns, density, ratio } = given;
  const { columns: wide, ratio: tall } = setOutBounds;
  if (columns !== undefined && columns !== null) {
    if (
      typeof columns === 'number' &&
      Number.isInteger(columns) &&
      columns >= wide.least &&
      columns <= wide.most
    )
      setOut.columns = columns;
    else refuse('columns', `From ${wide.least} to ${wide.most} columns.`);
  }
  const known = densities.find((each) => each === density);
  if (known) setOut.density = known;
  else if (density !== undefined && density !== null)
    refuse('density', `How dense: ${densities.join(', ')}.`);
  if (ratio !== undefined && ratio !== null) {
    if (typeof ratio === 'number' && ratio >= tall.least && ratio <= tall.most) setOut.ratio = ratio;
    else refuse('ratio', `Width to height, from ${tall.least} to ${tall.most}.`);
  }
  return setOut;
}
