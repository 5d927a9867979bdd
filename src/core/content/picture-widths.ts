/** The widths in which a picture can be had, in pixels. Pages offer these, and the server makes no others. */
export const pictureWidths: readonly number[] = [320, 640, 960, 1280, 1920];
