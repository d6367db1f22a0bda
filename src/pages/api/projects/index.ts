export { GET, POST } from '../../../server/endpoints/projects';
