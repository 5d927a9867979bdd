import type { FaceContent } from '../mapping/map';
import type { Arrangement } from '../mapping/listing-rule';
import type { Palette } from '../model/document';

/** One drawn listing: the faces in order, and how many entries the rule lets through in all. */
export interface DrawnListing {
  heading: string;
  arrangement: Arrangement;
  faces: { id: string; face: FaceContent }[];
  matching: number;
}

/** Everything a visitor's page is drawn from: plain data, gathered by the services, drawn by `site`. */
export interface VisitorPage {
  locale: string;
  site: { label: string; palette: Palette };
  title: string;
  address: string;
  isTop: boolean;
  navigation: { label: string; address: string; here: boolean }[];
  /** From the top page down to the one above this. */
  above: { label: string; address: string }[];
  /** The page's own fields, mapped through its type's face. */
  face: FaceContent;
  listing?: DrawnListing;
  /** Pages directly below, for a page that has no listing. */
  below: { label: string; address: string; summary: string }[];
}
