import type { Announcements, DndContextProps, UniqueIdentifier } from '@dnd-kit/core';

/** What is said of a drag to those who hear it, by the names of what is dragged and of where it is. */
export function dragWords(
  nameOf: (id: UniqueIdentifier) => string,
  placeOf: (id: UniqueIdentifier) => string = nameOf,
): NonNullable<DndContextProps['accessibility']> {
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${nameOf(active.id)} is picked up.`,
    onDragOver: ({ active, over }) =>
      over ? `${nameOf(active.id)} is over ${placeOf(over.id)}.` : `${nameOf(active.id)} is over no place.`,
    onDragEnd: ({ active, over }) =>
      over
        ? `${nameOf(active.id)} is put at ${placeOf(over.id)}.`
        : `${nameOf(active.id)} stays where it was.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} stays where it was.`,
  };
  return {
    announcements,
    screenReaderInstructions: {
      draggable: 'Space picks it up, arrows move it, Space puts it down, Escape leaves it where it was.',
    },
  };
}
