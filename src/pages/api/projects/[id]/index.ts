export { DELETE, GET } from '../../../../server/endpoints/project';
