'use client';
import { useEffect, useState } from 'react';
import { resultSizes, type Measures } from '../../../core/site/found-cut';

/** Letters as wide as those that result pages are set in; they ship with the product (`public/fonts`). */
const FAMILY = 'Arimo';

const measureIn = (context: CanvasRenderingContext2D, size: number) => (words: string) => {
  context.font = `${size}px ${FAMILY}`;
  return context.measureText(words).width;
};

/** Measures words in the letters of a result page; nothing until the letters that some words need are there. */
export function useMeasures(words: string): Measures | undefined {
  const [context, setContext] = useState<CanvasRenderingContext2D>();
  useEffect(() => {
    let isWanted = true;
    void document.fonts.load(`${resultSizes.title}px ${FAMILY}`, words || ' ').then(() => {
      if (isWanted)
        setContext((was) => was ?? document.createElement('canvas').getContext('2d') ?? undefined);
    });
    return () => {
      isWanted = false;
    };
  }, [words]);
  return (
    context && { title: measureIn(context, resultSizes.title), words: measureIn(context, resultSizes.words) }
  );
}
