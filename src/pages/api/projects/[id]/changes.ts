export { GET, POST } from '../../../../server/endpoints/changes';
