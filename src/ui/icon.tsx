import { Bird, CalendarDays, FileText, Hash, Home, LayoutList, List, MapPin, Megaphone, PanelTop, Rows3, Square, Tag, User, type LucideIcon } from 'lucide-react';
import type { ReactElement } from 'react';

/** The icons an architect may give to a type, by the names kept in the model. */
export const typeIcons: Record<string, { icon: LucideIcon; label: string }> = {
  file: { icon: FileText, label: 'Paper' }, page: { icon: FileText, label: 'Page' }, home: { icon: Home, label: 'House' }, section: { icon: Rows3, label: 'Sections' }, list: { icon: List, label: 'List' },
  bird: { icon: Bird, label: 'Bird' }, calendar: { icon: CalendarDays, label: 'Calendar' }, megaphone: { icon: Megaphone, label: 'Horn' }, person: { icon: User, label: 'Person' }, pin: { icon: MapPin, label: 'Pin' },
  slide: { icon: PanelTop, label: 'Slide' }, tag: { icon: Tag, label: 'Tag' }, number: { icon: Hash, label: 'Number' }, cards: { icon: LayoutList, label: 'Cards' },
};

/** A type's icon; a plain square where the model names one that is not there. */
export function TypeIcon({ name, size = 16 }: { name: string; size?: number }): ReactElement {
  const Icon = typeIcons[name]?.icon ?? Square;
  return <Icon size={size} strokeWidth={1.6} aria-hidden="true" />;
}
