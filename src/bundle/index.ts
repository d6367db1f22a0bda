export { isZip, readBundle, writeBundle, type ReadBundle } from './bundle';
export type { MediaStore } from './media-store';
export { pictureMime } from './picture-mime';
