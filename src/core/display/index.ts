export { IDENTITY, invert, multiply, transform, type Matrix } from './matrix';
export { boundsOf, CLOSE, COORDINATES, CURVE, LINE, MOVE, type Bounds, type Outline } from './outline';
export { boundsOfItems, staysInside } from './item-bounds';
export type { Colour, Group, ImageItem, Ink, Item, PathItem, Stroke } from './items';
