export { GET } from '../../../server/endpoints/projects';
