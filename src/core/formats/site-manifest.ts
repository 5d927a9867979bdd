import type { JsonObject } from '../json';
import type { HouseStyle } from '../model/document';

/** How a site stands on the first screen of a device that keeps it there (W3C Web Application Manifest). */
export const siteManifest = ({
  label,
  home,
  locale,
  icon,
  style: { palette },
}: {
  label: string;
  home: string;
  locale: string;
  /** The address of its mark, which is drawn in any size. */
  icon: string;
  style: HouseStyle;
}): JsonObject => ({
  name: label,
  short_name: label.length > 12 ? (label.split(/\s+/u)[0] ?? label) : label,
  lang: locale,
  start_url: home,
  scope: home,
  display: 'browser',
  theme_color: palette.paper,
  background_color: palette.paper,
  icons: [{ src: icon, sizes: 'any', type: 'image/svg+xml' }],
});
