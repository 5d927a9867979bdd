import {
  AlignLeft, BadgeInfo, Bell, Binoculars, Bird, BookOpen, Box, Boxes, CalendarDays, Camera, CircleHelp, Clock, Columns3, Component, Feather, FileText, Fish, Flag, Flower2, GalleryHorizontal, Hash, Heart, Home, Image, Landmark, LayoutList, Leaf, Link2, List, ListTree, Mail, Map, MapPin, Megaphone, MousePointerClick, Newspaper, PanelTop, Phone, Quote, Rows3, Route, Shapes, Space, Square, Star, Tag, Ticket, TreePine, User, Users, type LucideIcon,
} from 'lucide-react';
import type { ReactElement } from 'react';

/** The icons an architect may give to a type, by the names kept in the model. */
export const typeIcons: Record<string, { icon: LucideIcon; label: string }> = {
  file: { icon: FileText, label: 'Paper' }, page: { icon: FileText, label: 'Page' }, home: { icon: Home, label: 'House' }, section: { icon: Rows3, label: 'Sections' }, list: { icon: List, label: 'List' },
  bird: { icon: Bird, label: 'Bird' }, calendar: { icon: CalendarDays, label: 'Calendar' }, megaphone: { icon: Megaphone, label: 'Horn' }, person: { icon: User, label: 'Person' }, pin: { icon: MapPin, label: 'Pin' },
  block: { icon: Component, label: 'Block' }, set: { icon: Boxes, label: 'Set' }, tree: { icon: ListTree, label: 'Tree' }, text: { icon: AlignLeft, label: 'Text' }, picture: { icon: Image, label: 'Picture' }, quote: { icon: Quote, label: 'Quotation' },
  action: { icon: MousePointerClick, label: 'Call to action' }, columns: { icon: Columns3, label: 'Columns' }, slides: { icon: GalleryHorizontal, label: 'Slideshow' }, teaser: { icon: Newspaper, label: 'Teaser' }, space: { icon: Space, label: 'Space' }, route: { icon: Route, label: 'Way' },
  facts: { icon: BadgeInfo, label: 'Facts' }, mail: { icon: Mail, label: 'Letter' }, phone: { icon: Phone, label: 'Telephone' }, link: { icon: Link2, label: 'Link' }, leaf: { icon: Leaf, label: 'Leaf' }, tree2: { icon: TreePine, label: 'Conifer' }, fish: { icon: Fish, label: 'Fish' },
  flower: { icon: Flower2, label: 'Flower' }, feather: { icon: Feather, label: 'Feather' }, binoculars: { icon: Binoculars, label: 'Binoculars' }, map: { icon: Map, label: 'Map' }, camera: { icon: Camera, label: 'Camera' }, book: { icon: BookOpen, label: 'Book' }, bell: { icon: Bell, label: 'Bell' },
  clock: { icon: Clock, label: 'Clock' }, flag: { icon: Flag, label: 'Flag' }, heart: { icon: Heart, label: 'Heart' }, star: { icon: Star, label: 'Star' }, ticket: { icon: Ticket, label: 'Ticket' }, people: { icon: Users, label: 'People' }, building: { icon: Landmark, label: 'Building' },
  box: { icon: Box, label: 'Box' }, question: { icon: CircleHelp, label: 'Question' }, shapes: { icon: Shapes, label: 'Shapes' }, slide: { icon: PanelTop, label: 'Slide' }, tag: { icon: Tag, label: 'Tag' }, number: { icon: Hash, label: 'Number' }, cards: { icon: LayoutList, label: 'Cards' },
};

/** A type's icon; a plain square where the model names one that is not there. */
export function TypeIcon({ name, size = 16 }: { name: string; size?: number }): ReactElement {
  const Icon = typeIcons[name]?.icon ?? Square;
  return <Icon size={size} strokeWidth={1.6} aria-hidden="true" />;
}
