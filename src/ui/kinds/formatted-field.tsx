import type { ReactElement } from 'react';
import type { Field } from '../../core/model/document';
import { formatted } from './formatted';
import type { InputProps } from './kind-ui';

/** The editor of a field of formatted text, without those of all other kinds. */
export const FormattedField = ({
  field,
  ...props
}: Omit<InputProps<'formatted'>, 'rules'> & { field: Field }): ReactElement | null =>
  field.kind === 'formatted' ? <formatted.Input rules={field.rules} {...props} /> : null;
