import type { JsonObject } from '../json';
import type { SiteDrawn } from '../site/visitor-page';
import { iconAddress } from '../site/site-icon';

/** How a site stands on the first screen of a device that keeps it there (W3C Web Application Manifest). */
export const siteManifest = ({
  key,
  label,
  home,
  locale,
  icon,
  picture,
  style: { palette },
}: SiteDrawn & {
  locale: string;
  /** The address of the mark of its first letter, which is drawn in any size. */
  icon: string;
}): JsonObject => ({
  name: label,
  short_name: label.length > 12 ? (label.split(/\s+/u)[0] ?? label) : label,
  lang: locale,
  start_url: home,
  scope: home,
  display: 'browser',
  theme_color: palette.paper,
  background_color: palette.paper,
  icons:
    picture === undefined
      ? [{ src: icon, sizes: 'any', type: 'image/svg+xml' }]
      : ([192, 512] as const).flatMap((size) =>
          [false, true].map((isMaskable) => ({
            src: iconAddress({ key, picture }, { size, isMaskable }),
            sizes: `${size}x${size}`,
            type: 'image/png',
            purpose: isMaskable ? 'maskable' : 'any',
          })),
        ),
});
