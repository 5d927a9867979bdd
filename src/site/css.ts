/** A piece of a stylesheet as text. The tag tells editors and Prettier that CSS stands in it. */
export const css = (pieces: TemplateStringsArray, ...between: readonly string[]): string =>
  String.raw({ raw: pieces }, ...between);
