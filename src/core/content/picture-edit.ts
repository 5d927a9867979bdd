/**
 * How a picture is seen: turned, straightened and cut, as a recipe over the picture as it came. What is cut is given in
 * shares (0 to 1) of what is seen after it was turned and straightened.
 */
export interface PictureEdit {
  /** Clockwise, in degrees. */
  turn: 0 | 90 | 180 | 270;
  /** Clockwise, in degrees from -15 to 15; the corners that would be empty are cut off. */
  straighten: number;
  cut: Cut | undefined;
}

/** A part of a picture, in shares of its width and height. */
export interface Cut {
  x: number;
  y: number;
  width: number;
  height: number;
}

export const editBounds = { straighten: 15, smallest: 0.02 } as const;

export const asItCame: PictureEdit = { turn: 0, straighten: 0, cut: undefined };

/** A part of a picture, in pixels. */
export interface PixelBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

const NUMBER = String.raw`-?\d{1,2}(?:\.\d{1,3})?`;
const SHARE = String.raw`[01](?:\.\d{1,3})?`;
const written = new RegExp(
  `^(?:t(90|180|270))?(?:s(${NUMBER}))?(?:c(${SHARE}),(${SHARE}),(${SHARE}),(${SHARE}))?$`,
);

/**
 * Reads such a recipe as it is written: `t90` turned, `s-2.5` straightened, `c0.1,0,0.8,0.75` cut from the left, from the
 * top, how wide and how high, in this order; nothing where it is none. Empty, the picture is seen as it came.
 */
export function parseEdit(text: string): PictureEdit | undefined {
  const [all, turn, straighten, x, y, width, height] = written.exec(text) ?? [];
  if (all === undefined) return undefined;
  const by = Number(straighten ?? 0);
  const cut =
    x === undefined
      ? undefined
      : { x: Number(x), y: Number(y), width: Number(width), height: Number(height) };
  if (Math.abs(by) > editBounds.straighten) return undefined;
  if (
    cut &&
    (cut.width < editBounds.smallest ||
      cut.height < editBounds.smallest ||
      // Shares are written to a thousandth: two of them may come to one more.
      cut.x + cut.width > 1.0015 ||
      cut.y + cut.height > 1.0015)
  )
    return undefined;
  return { turn: turn === undefined ? 0 : (Number(turn) as 90 | 180 | 270), straighten: by, cut };
}

const short = (n: number): string => String(Math.round(n * 1000) / 1000);

/** A recipe as it is written; empty where the picture is seen as it came. */
export function writeEdit({ turn, straighten, cut }: PictureEdit): string {
  const isWhole = !cut || (cut.width > 0.999 && cut.height > 0.999);
  return [
    turn === 0 ? '' : `t${turn}`,
    Math.abs(straighten) < 0.001 ? '' : `s${short(straighten)}`,
    isWhole ? '' : `c${[cut.x, cut.y, cut.width, cut.height].map(short).join(',')}`,
  ].join('');
}

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** How large (px) a picture is once it is turned. */
const turned = (width: number, height: number, turn: number): [width: number, height: number] =>
  turn % 180 === 0 ? [width, height] : [height, width];

/**
 * The part (px) of a picture of such a size (px) that is seen, in the picture as it is once it is turned and straightened:
 * then it stands in the middle of a larger one, as wide and high as its corners reach. Of the straightened picture the
 * largest part of the same shape without an empty corner is seen.
 */
export function seenPart(edit: PictureEdit, width: number, height: number): PixelBox {
  const [w, h] = turned(width, height, edit.turn);
  const angle = radians(Math.abs(edit.straighten));
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [outerWidth, outerHeight] = [w * cos + h * sin, w * sin + h * cos];
  const share = Math.min(w / outerWidth, h / outerHeight);
  const [innerWidth, innerHeight] = [w * share, h * share];
  const cut = edit.cut ?? { x: 0, y: 0, width: 1, height: 1 };
  const left = Math.ceil((outerWidth - innerWidth) / 2 + cut.x * innerWidth);
  const top = Math.ceil((outerHeight - innerHeight) / 2 + cut.y * innerHeight);
  return {
    left,
    top,
    width: Math.max(1, Math.min(Math.floor(cut.width * innerWidth), Math.floor(outerWidth) - left)),
    height: Math.max(1, Math.min(Math.floor(cut.height * innerHeight), Math.floor(outerHeight) - top)),
  };
}

/** How large (px) a picture of such a size (px) is, seen by a recipe. */
export function sizeSeen(
  edit: PictureEdit,
  width: number,
  height: number,
): { width: number; height: number } {
  const { width: w, height: h } = seenPart(edit, width, height);
  return { width: w, height: h };
}
