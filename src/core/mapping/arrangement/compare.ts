/** A rectangle in the coordinates of a drawn listing, in px. */
export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** What a browser tells of a drawn listing. */
export interface DrawnGeometry {
  width: number;
  height: number;
  /** How much wider than its window the widest part is that is moved along sideways; 1 where nothing is. */
  sideways: number;
  /** Where each entry stands; one that takes no room has an empty box. */
  items: Box[];
  /** Where words and pictures are. */
  ink: Box[];
  /** In how many entries words are cut short. */
  cut: number;
  /** How much of each picture is shown: from 0 to 1. */
  pictures: number[];
}

/** How an arrangement does at a slot's width and a screen's height. */
export interface CompareFigures {
  /** Entries of which most is on the first screen. */
  inView: number;
  /** Entries that match and are never shown. */
  unseen: number;
  /** How many screens are needed for all of it, moved down and sideways. */
  screens: number;
  /** The share of the room it takes that holds neither words nor pictures. */
  leftOver: number;
  /** Entries whose words are cut short. */
  cut: number;
  /** Pictures of which more than a twentieth is not shown. */
  cropped: number;
}

/** The side of the squares (px) in which room is counted. */
const CELL = 6;
/** A list longer than this (px) is counted by its beginning. */
const COUNTED = 6000;
const MOST = 0.6;
const UNCROPPED = 0.95;

const within = (box: Box, width: number, height: number): number => {
  const wide = Math.min(box.left + box.width, width) - Math.max(box.left, 0);
  const high = Math.min(box.top + box.height, height) - Math.max(box.top, 0);
  return wide > 0 && high > 0 ? wide * high : 0;
};

/** The share of a room that boxes cover, counted in small squares so that what overlaps counts once. */
export function coveredShare(boxes: readonly Box[], width: number, height: number): number {
  const [columns, rows] = [Math.ceil(width / CELL), Math.ceil(Math.min(height, COUNTED) / CELL)];
  if (columns < 1 || rows < 1) return 0;
  const covered = new Uint8Array(columns * rows);
  for (const { left, top, width: wide, height: high } of boxes) {
    const [from, until] = [
      Math.max(0, Math.round(left / CELL)),
      Math.min(columns, Math.round((left + wide) / CELL)),
    ];
    for (
      let row = Math.max(0, Math.round(top / CELL));
      row < Math.min(rows, Math.round((top + high) / CELL));
      row += 1
    )
      if (until > from) covered.fill(1, row * columns + from, row * columns + until);
  }
  return covered.reduce((sum, one) => sum + one, 0) / covered.length;
}

/**
 * Holds a drawn listing against a screen. `matching` is how many entries its rule lets through, `screen` the
 * height of the screen in px.
 */
export function compareFigures(
  { width, height, sideways, items, ink, cut, pictures }: DrawnGeometry,
  screen: number,
  matching: number,
): CompareFigures {
  const drawn = items.filter((box) => box.width > 0 && box.height > 0);
  return {
    inView: drawn.filter((box) => within(box, width, screen) > MOST * box.width * box.height).length,
    unseen: Math.max(0, matching - drawn.length),
    screens: Math.max(1, height / screen) * Math.max(1, sideways),
    leftOver: 1 - coveredShare(ink, width, height),
    cut,
    cropped: pictures.filter((shown) => shown < UNCROPPED).length,
  };
}

/** The share of a picture that is seen where it fills a frame of another ratio; both as width to height. */
export const shareShown = (natural: number, frame: number): number =>
  natural > 0 && frame > 0 ? Math.min(natural / frame, frame / natural) : 1;
