export { IDENTITY, invert, multiply, transform, type Matrix } from './matrix';
export { boundsOf, CLOSE, COORDINATES, CURVE, LINE, MOVE, type Bounds, type Outline } from './outline';
export { boundsOfGroup, boundsOfItems, joined as joinedBoxes, transformed as boxThrough, reachOf, staysInside } from './item-bounds';
export type { Clip, Colour, Effect, Group, ImageItem, Ink, Item, MaskPart, Pass, PathItem, Stroke, Wash } from './items';
export { plainGroup } from './plain-group';
