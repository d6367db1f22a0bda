export type { Face, FaceLookup, Glyph } from './face';
export { setText, type SetText, type TextSetting } from './set-text';
export { FAMILIES, nearestFace, notShipped, SUBSETS } from './shipped';
