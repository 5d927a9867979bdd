import { Button, type ButtonProps } from '@mui/material';
import type { ReactElement } from 'react';

/**
 * The width (px) of the button with the most pages that are usual: the number comes later, and changes as one
 * writes.
 */
const WIDTH = 152;

/** Publishes, and says on how many pages that shows. */
export const PublishButton = ({ pages, ...button }: ButtonProps & { pages: number }): ReactElement => (
  <Button variant="contained" sx={{ minWidth: WIDTH }} {...button}>
    {pages === 0 ? 'Publish' : pages === 1 ? 'Publish, on 1 page' : `Publish, on ${pages} pages`}
  </Button>
);
