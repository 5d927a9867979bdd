import 'reflect-metadata';
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactElement, ReactNode } from 'react';
import { noteEarlyActs } from '../../ui/early/note-early-acts';
import { Providers } from '../../ui/providers';
import { firstFonts, fontFaces } from '../../site/font-faces';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = {
  title: { default: 'Clear Frame', template: '%s – Clear Frame' },
  robots: { index: false },
  icons: { icon: '/mark.svg' },
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function BenchLayout({ children }: { children: ReactNode }): Promise<ReactElement> {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" data-look="light" suppressHydrationWarning>
      <head>
        {[firstFonts.plain, firstFonts.even].map((href) => (
          <link key={href} rel="preload" as="font" type="font/woff2" crossOrigin="anonymous" href={href} />
        ))}
        <style nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: fontFaces }} />
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: `(${noteEarlyActs.toString()})()` }}
        />
      </head>
      <body>
        <InitColorSchemeScript attribute="data-look" defaultMode="system" {...(nonce ? { nonce } : {})} />
        <Providers nonce={nonce}>{children}</Providers>
      </body>
    </html>
  );
}
