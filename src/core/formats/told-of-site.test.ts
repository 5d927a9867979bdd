import { newId } from '../ids';
import { iconAsked } from '../site/site-icon';
import fc from 'fast-check';
import { freshHouseStyle } from '../model/fresh/house-style';
import { openSearch } from './open-search';
import { securityTxt } from './security-txt';
import { siteManifest } from './site-manifest';

test('whatever a site is called, what browsers are told of its search is one description with one address', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (site, description) => {
      const xml = openSearch({ site, description, language: 'en-GB', seek: 'https://q.example/fr' });
      const inside = xml.replace(/<[^<>]*>/g, '');
      expect(inside).not.toMatch(/[<>]/);
      expect(xml.match(/<Url [^>]*template="([^"]*)"/)?.[1]).toBe('https://q.example/fr?q={searchTerms}');
      expect(xml.match(/<\/?[A-Za-z]+/g)).toHaveLength(11);
    }),
  );
});

test('a site is kept by devices under its name, from its first page', () => {
  const style = freshHouseStyle();
  const site = {
    key: 'friends',
    label: 'Friends of Quillwater',
    home: '/friends',
    locale: 'en-GB',
    icon: '/i.svg',
    style,
  };
  expect(siteManifest(site)).toMatchObject({
    name: 'Friends of Quillwater',
    short_name: 'Friends',
    start_url: '/friends',
    theme_color: style.palette.paper,
    icons: [{ src: '/i.svg', sizes: 'any' }],
  });
  const { icons } = siteManifest({ ...site, picture: newId() });
  for (const { src, sizes, purpose } of icons as { src: string; sizes: string; purpose: string }[]) {
    const asked = iconAsked(new URL(src, 'https://q.example').searchParams);
    expect([`${asked?.size}x${asked?.size}`, asked?.isMaskable]).toEqual([sizes, purpose === 'maskable']);
  }
  expect(icons).toHaveLength(4);
});

test('who finds a weakness is told where to tell of it, for less than a year', () => {
  const now = Date.parse('2026-11-29T12:00:00Z');
  const text = securityTxt('mailto:wardens@quillwater.example', 'https://q.example', ['en-GB', 'fr'], now);
  expect(text).toMatch(/^Contact: mailto:wardens@quillwater\.example\nExpires: 2027-05-28T12:00:00Z\n/);
  expect(text).toContain('Canonical: https://q.example/.well-known/security.txt\n');
});
