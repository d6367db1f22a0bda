export { GET } from '../../../../server/endpoints/project';
