export { GET } from '../../../server/endpoints/media';
