export { mediaFiles, type MediaFiles } from './media-files';
