import type { ProposedField } from '../../../../../core/formats/sample/propose-fields';
import type { Into } from './sample-state';

/** The columns of a file with what sets names in their cells apart, as somebody said. */
export const partedAs = (columns: readonly ProposedField[], { parted }: Into): ProposedField[] =>
  columns.map((column) => {
    const said = parted.get(column.source);
    if (said === undefined) return column;
    const { separator: _separator, parted: _parted, ...rest } = column;
    return said === '' ? rest : { ...rest, separator: said };
  });
