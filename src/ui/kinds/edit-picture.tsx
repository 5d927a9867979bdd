'use client';
import 'react-image-crop/dist/ReactCrop.css';
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  Select,
  Slider,
} from '@mui/material';
import { RotateCcw, RotateCw } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import ReactCrop, { centerCrop, makeAspectCrop, type PercentCrop } from 'react-image-crop';
import type { MediaAnswer } from '../../contract/media';
import { asItCame, editBounds, parseEdit, sizeSeen, writeEdit } from '../../core/content/picture-edit';
import { usePaused } from '../use-paused';
import styles from './edit-picture.module.css';

/** Shapes that a cut may be held to, as width to height. */
const shapes: readonly (readonly [ratio: number, words: string])[] = [
  [0, 'of any shape'],
  [1, 'square'],
  [3 / 2, '3 to 2'],
  [4 / 3, '4 to 3'],
  [16 / 9, '16 to 9'],
  [3 / 4, '3 to 4, upright'],
  [2 / 3, '2 to 3, upright'],
];

/** Turns, straightens and cuts a picture: a recipe over what came, which stays as it is. */
export function EditPicture({
  medium: { address, label, width = 0, height = 0 },
  edit: begun,
  where,
  onTake,
  onClose,
}: {
  medium: Pick<MediaAnswer, 'address' | 'label' | 'width' | 'height'>;
  edit: string;
  /** Where it is seen so, in words. */
  where: string;
  onTake: (edit: string) => void;
  onClose: () => void;
}): ReactElement {
  const [{ turn, straighten, cut }, setEdit] = useState(() => parseEdit(begun) ?? asItCame);
  const [shape, setShape] = useState(0);
  const edit = { turn, straighten, cut };
  // It is drawn by the server, a moment after the last change.
  const around = usePaused(writeEdit({ turn, straighten, cut: undefined }));
  const whole = sizeSeen({ turn, straighten, cut: undefined }, width, height);
  const seen = sizeSeen(edit, width, height);
  const crop: PercentCrop | undefined = cut && {
    unit: '%',
    x: cut.x * 100,
    y: cut.y * 100,
    width: cut.width * 100,
    height: cut.height * 100,
  };
  const put = (next: PercentCrop | undefined) =>
    setEdit({
      turn,
      straighten,
      cut:
        next && next.width >= editBounds.smallest * 100 && next.height >= editBounds.smallest * 100
          ? { x: next.x / 100, y: next.y / 100, width: next.width / 100, height: next.height / 100 }
          : undefined,
    });
  const turnBy = (by: 90 | 270) =>
    setEdit({ turn: ((turn + by) % 360) as 0 | 90 | 180 | 270, straighten, cut: undefined });
  const hold = (ratio: number) => {
    setShape(ratio);
    if (ratio === 0) return;
    put(
      centerCrop(
        makeAspectCrop({ unit: '%', width: 90 }, ratio, whole.width, whole.height),
        whole.width,
        whole.height,
      ),
    );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>Turn, straighten, cut</DialogTitle>
      <DialogContent>
        <div className={styles.picture}>
          <ReactCrop
            {...(crop ? { crop } : {})}
            {...(shape > 0 ? { aspect: shape } : {})}
            ruleOfThirds
            onChange={(_, next) => put(next)}
            ariaLabels={{
              cropArea: 'The part that is seen; arrows move it',
              nwDragHandle: 'Its corner above left; arrows move it',
              nDragHandle: 'Its edge above; arrows move it',
              neDragHandle: 'Its corner above right; arrows move it',
              eDragHandle: 'Its edge at the right; arrows move it',
              seDragHandle: 'Its corner below right; arrows move it',
              sDragHandle: 'Its edge below; arrows move it',
              swDragHandle: 'Its corner below left; arrows move it',
              wDragHandle: 'Its edge at the left; arrows move it',
            }}
          >
            <img
              src={`${address}?w=1280${around ? `&e=${around}` : ''}`}
              alt={label}
              style={{ aspectRatio: `${whole.width} / ${whole.height}` }}
            />
          </ReactCrop>
        </div>
        <div className={styles.tools}>
          <Button onClick={() => turnBy(270)} startIcon={<RotateCcw size={15} />}>
            To the left
          </Button>
          <Button onClick={() => turnBy(90)} startIcon={<RotateCw size={15} />}>
            To the right
          </Button>
          <label className={styles.straighten}>
            <span>Straighten</span>
            <Slider
              aria-label="Straighten, degrees"
              size="small"
              value={straighten}
              min={-editBounds.straighten}
              max={editBounds.straighten}
              step={0.5}
              marks={[{ value: 0 }]}
              onChange={(_, value) => setEdit({ turn, straighten: Number(value), cut })}
            />
            <b>{straighten.toFixed(1)}°</b>
          </label>
          <Select
            value={shape}
            onChange={({ target }) => hold(Number(target.value))}
            slotProps={{ input: { 'aria-label': 'Shape of what is seen' } }}
          >
            {shapes.map(([ratio, words]) => (
              <MenuItem key={ratio} value={ratio}>
                {words}
              </MenuItem>
            ))}
          </Select>
        </div>
        <p className={styles.size} role="status">
          {seen.width} × {seen.height} pixels are seen of {width} × {height}. Drag over the picture to cut it.
          The file stays as it came; it is seen so {where}.
        </p>
      </DialogContent>
      <DialogActions>
        <Button
          onClick={() => {
            setShape(0);
            setEdit(asItCame);
          }}
        >
          As it came
        </Button>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={() => onTake(writeEdit(edit))}>
          Show it so
        </Button>
      </DialogActions>
    </Dialog>
  );
}
