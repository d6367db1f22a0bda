export { paint, type PaintOptions } from './paint';
export { bytesOf, createSheetPool } from './sheet-pool';
export { layPart, layPicture } from './lent-sheets';
export { createPictureMemory, type PictureMemory } from './picture-memory';
export type { PaintHost, Picture, Surface } from './surface';
export { traceOutline } from './trace-outline';
export { faceKey, lookupFrom, shippedFaces, type FaceName } from './wanted-faces';
export { apart } from './apart';
