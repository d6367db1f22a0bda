export { mediaFiles, pictureMime, type MediaFiles } from './media-files';
