/**
 * How far (px) something is pulled before it is dragged. One and the same object: with another, whatever can be dragged
 * would be drawn anew.
 */
export const draggedFrom = { activationConstraint: { distance: 5 } };
