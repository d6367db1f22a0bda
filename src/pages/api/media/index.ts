export { POST } from '../../../server/endpoints/media';
