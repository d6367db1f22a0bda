export { lookAtPicture } from './look-at-picture';
export { mediaFiles, type MediaFiles } from './media-files';
