export { isZip, MOST_MEDIUM, readBundle, wholeBundle, writeBundle, type ReadBundle } from './bundle';
export type { MediaStore } from './media-store';
export { pictureFault, pictureMime } from './picture';
